import { useMutation } from '@tanstack/react-query';
import { api, dataOf, tag } from '../common/api/client';
import { refreshSite } from '../common/api/queries';
import { useThisSite } from '../what/site/thisSite';
import { Check } from '../common/ui/Check';
import { Trouble } from '../common/ui/Trouble';
import { Panes } from '../common/ui/Panes';
import { AudienceParts } from '../harbor/audience/AudienceParts';
import { HandOver } from '../overview/moving/HandOver';
import { ReviewRule } from '../harbor/review/ReviewRule';
import { WhoMay } from '../who/access/May';
import { UnlistedParts } from '../what/site/UnlistedParts';
import { SitePeople } from '../who/access/SitePeople';

/** For whom a site is there, and who looks after it. */
export function Who() {
  const site = useThisSite();
  return (
    <Panes
      label="Visitors and people"
      ledger={<Visitors />}
      sheet={
        <>
          <WhoMay site={site} to="MANAGE" what="decide who gets in, and invite people" />
          <SitePeople site={site} />
          <ReviewRule site={site} />
          {site.role === 'OWNER' && <HandOver site={site} />}
        </>
      }
    />
  );
}

function Visitors() {
  const site = useThisSite();
  const change = useMutation({
    mutationFn: (listed: boolean) =>
      dataOf(
        api.PUT('/api/sites/{siteId}', {
          params: { path: { siteId: site.id }, header: { 'If-Match': tag(site.revision) } },
          body: { title: site.title, listed, pinned: site.pinned },
        }),
      ),
    onSuccess: () => refreshSite(site.id),
  });
  return (
    <>
      <h2 className="mb-2 text-lg">Visitors</h2>
      {!site.live && <p className="mb-2">Nobody yet: the site is not live. Once it is:</p>}
      <AudienceParts site={site} />
      <h3 className="mt-4 mb-1">Search engines</h3>
      <Check
        checked={site.listed}
        disabled={change.isPending || site.role !== 'OWNER'}
        onChange={(listed) => {
          change.mutate(listed);
        }}
      >
        Search engines may list it
      </Check>
      <Trouble error={change.error} />
      {site.listed && <UnlistedParts site={site} />}
    </>
  );
}
