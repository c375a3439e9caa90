import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { usePreview } from '../../common/api/content';
import { PageFrame, pageUrl, type Width } from '../../common/ui/Frames';
import { WidthChoice } from '../../common/ui/WidthChoice';
import type { SiteView } from '../../what/site/thisSite';
import { Trouble } from '../../common/ui/Trouble';
import { aboutChange } from '../change/change';
import { Compared } from './Compared';

type Change = Schemas['ChangeView'];

/** One change: the page or picture as it is live and as it would be. */
export function ChangeSheet({ site, change }: { site: SiteView; change: Change }) {
  const [width, setWidth] = useState<Width>('desktop');
  const draft = usePreview(site.id, null);
  const live = usePreview(site.id, site.liveVersion, site.liveVersion !== null);
  const shows = change.page || /\.(svg|png|jpe?g|gif|webp|avif|ico|txt|css|js|json|pdf)$/i.test(change.path);
  const before = change.kind === 'ADDED' || site.liveVersion === null ? undefined : live.data;
  const after = change.kind === 'REMOVED' ? undefined : draft.data;
  return (
    <>
      <h2 className="mono text-lg [overflow-wrap:anywhere]">{change.path}</h2>
      <p className="text-soft mb-3">{aboutChange(change)}</p>
      <Trouble error={draft.error ?? live.error} />
      {shows && (
        <>
          <div className="mb-3 flex flex-wrap items-center gap-4">
            <WidthChoice width={width} onChange={setWidth} />
            {change.kind !== 'REMOVED' && (
              <Link to={`/sites/${site.id}/what?path=${encodeURIComponent(change.path)}`}>
                Open it in the draft
              </Link>
            )}
          </div>
          {before && after ? (
            <Compared
              before={pageUrl(before.url, change.from ?? change.path)}
              after={pageUrl(after.url, change.path)}
              width={width}
            />
          ) : (
            <figure className="min-w-0">
              <figcaption className="text-soft mb-1">
                {after ? 'After; not there before' : 'Before; not there any more'}
              </figcaption>
              {after && (
                <PageFrame title="After" url={pageUrl(after.url, change.path)} width={width} height={440} />
              )}
              {before && (
                <PageFrame
                  title="Before"
                  url={pageUrl(before.url, change.from ?? change.path)}
                  width={width}
                  height={440}
                />
              )}
            </figure>
          )}
        </>
      )}
    </>
  );
}
