import { SitePages } from '../../common/ui/SitePages';
import { standingWords, type PlansView } from './planForm';

/** What visitors get at a time, page by page: the pages that are shown then, or the words that come in their place. */
export function ThenPages({ siteId, standing }: { siteId: string; standing: PlansView['now'] }) {
  if (standing.closed !== '' || (standing.version === null && !standing.draft)) {
    return (
      <div className="hatched border-water grid min-h-32 place-items-center border p-4">
        <p className="bg-paper max-w-prose px-3 py-2">
          {standing.closed === '' ? `Then ${standingWords(standing)}.` : standing.closed}
        </p>
      </div>
    );
  }
  return <SitePages siteId={siteId} version={standing.draft ? null : standing.version} />;
}
