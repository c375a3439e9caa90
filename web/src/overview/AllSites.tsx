import { Link } from 'react-router';
import { useCertificates, useDomains, useSites } from '../common/api/queries';
import { inALine, needsAttention } from '../where/certificate/words';
import { Empty, Loading, Notice, Trouble } from '../common/ui/Notice';
import { Time } from '../common/ui/Words';
import { Lanes } from '../when/timeline/Lanes';
import { useSpan } from '../when/timeline/useSpan';
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
  const span = useSpan();
  const sites = useSites(span.ahead);
  return (
    <>
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
            <Lanes lanes={sites.data} span={span} />
            <AllAtInstant lanes={sites.data} at={span.at} />
          </>
        )}
        <DeletedSites />
      </main>
    </>
  );
}
