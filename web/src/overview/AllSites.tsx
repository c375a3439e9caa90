import { Link } from 'react-router';
import { Mast } from '../common/ui/Mast';
import { useCertificates, useDomains, useSites } from '../common/api/queries';
import { inALine, needsAttention } from '../where/certificate/words';
import { Empty, Loading, Notice, Trouble } from '../common/ui/Notice';
import { Time } from '../common/ui/Words';
import { daysAhead } from '../when/timeline/axis';
import { Lanes, useReach } from '../when/timeline/Lanes';
import { AllAtInstant } from './AllAtInstant';
import { DeletedSites } from './DeletedSites';
import { useOwnsAccount } from '../who/access/May';

/** Domains that end soon, or that something is amiss with. */
function DomainNotices() {
  const domains = useDomains();
  return domains.data
    ?.filter((d) => d.trouble !== '' || d.endsAt !== null)
    .map((d) => (
      <Notice key={d.id} kind="attention">
        <Link to={`/domains/${d.id}`}>{d.unicode}</Link>{' '}
        {d.trouble !== '' || d.expiresAt === null ? (
          d.trouble
        ) : (
          <>
            ends <Time at={d.expiresAt} /> and does not renew itself.
          </>
        )}
      </Notice>
    ));
}

/** Certificates that end soon, or could not be had. */
function CertificateNotices() {
  const certificates = useCertificates();
  return certificates.data?.filter(needsAttention).map((c) => (
    <Notice key={c.name} kind="attention">
      <span className="mono">{c.name}</span>: {inALine(c)}.{' '}
      {c.hindrance === null ? '' : `${c.hindrance.sentence} ${c.hindrance.todo}`}
    </Notice>
  ));
}

export function AllSites() {
  const owner = useOwnsAccount();
  const [reach] = useReach();
  const sites = useSites(daysAhead(reach));
  return (
    <>
      <Mast>
        {owner && (
          <Link
            to="/new"
            className="border-ink bg-ink text-paper ml-2 border px-3 py-1 font-medium no-underline hover:opacity-90"
          >
            New site
          </Link>
        )}
      </Mast>
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <h1 className="sr-only">All sites</h1>
        <DomainNotices />
        <CertificateNotices />
        <Trouble error={sites.error} />
        {sites.isPending && <Loading />}
        {sites.data?.length === 0 && (
          <Empty title="Your sites go here">
            <p className="mb-3">
              A site begins with a folder or ZIP of pages. You look at it before anyone else can, choose its
              address, and publish.
            </p>
            {owner && <Link to="/new">Create the first site</Link>}
          </Empty>
        )}
        {sites.data && sites.data.length > 0 && (
          <>
            <Lanes lanes={sites.data} />
            <AllAtInstant lanes={sites.data} />
          </>
        )}
        <DeletedSites />
      </main>
    </>
  );
}
