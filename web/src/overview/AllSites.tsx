import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { useCertificates } from '../common/api/certificates';
import { useDomains } from '../common/api/domains';
import { useSites } from '../common/api/sites';
import { inALine, needsAttention } from '../where/certificate/words';
import { Empty, Loading, Notice } from '../common/ui/Notice';
import { Trouble } from '../common/ui/Trouble';
import { Time } from '../common/ui/Words';
import { Lanes } from '../when/timeline/Lanes';
import { useSpan } from '../when/axis/useSpan';
import { DeletedSites } from './DeletedSites';
import { useOwnsAccount } from '../who/access/May';

/** Only whoever asks for a day needs it. */
const AllAtInstant = lazy(async () => ({ default: (await import('./AllAtInstant')).AllAtInstant }));

/** Only whoever has no site yet needs it. */
const BeginWithFiles = lazy(async () => ({
  default: (await import('../what/begin/BeginWithFiles')).BeginWithFiles,
}));

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
  const sites = useSites(span.known);
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
              {owner
                ? 'Drop the folder with your pages. You see the site as it will be, with an address to change or keep, and publish it. Nobody else sees it before.'
                : 'Nobody has given you a site to work on yet.'}
            </p>
            {owner && (
              <>
                <Suspense fallback={<Loading />}>
                  <BeginWithFiles />
                </Suspense>
                <p className="mt-3">
                  <Link to="/new">Begin in another way</Link>
                </p>
              </>
            )}
          </Empty>
        )}
        {sites.data && sites.data.length > 0 && (
          <>
            <Lanes lanes={sites.data} span={span} />
            <Suspense>{span.at !== null && <AllAtInstant lanes={sites.data} at={span.at} />}</Suspense>
          </>
        )}
        <DeletedSites />
      </main>
    </>
  );
}
