import { useState } from 'react';
import { Link } from 'react-router';
import { useReview } from '../../common/api/content';
import { LinkButton } from '../../common/ui/Button';
import { SitePages } from '../../common/ui/SitePages';
import { counted } from '../../common/ui/Words';

/** How many pages with changes are offered by a button. */
const MOST_CHANGED = 4;

/** The front page as it looks, and the pages that a publish would change. */
export function DraftPictures({ siteId }: { siteId: string }) {
  const review = useReview(siteId);
  const [page, setPage] = useState<string>();
  const changed = (review.data?.changes ?? [])
    .filter((change) => change.kind !== 'REMOVED' && change.page)
    .map((change) => change.path);
  return (
    <section aria-label="As people see it">
      {changed.length > 0 && (
        <p className="mb-2 flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <span className="text-soft">Pages with changes:</span>
          {changed.slice(0, MOST_CHANGED).map((each) => (
            <LinkButton
              key={each}
              aria-pressed={each === page}
              className="mono"
              onClick={() => {
                setPage(each);
              }}
            >
              {each}
            </LinkButton>
          ))}
          {changed.length > MOST_CHANGED && (
            <Link to={`/sites/${siteId}/what/review`}>
              {counted(changed.length - MOST_CHANGED, 'more', 'more')}
            </Link>
          )}
        </p>
      )}
      <SitePages siteId={siteId} version={null} height={420} {...(page && { first: page })} />
    </section>
  );
}
