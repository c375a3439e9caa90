import { Link, useParams, useSearchParams } from 'react-router';
import { Empty, Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { counted, Time } from '../../common/ui/Words';
import { WhatNav } from '../../what/draft/WhatNav';
import { useThisSite } from '../../what/site/thisSite';
import { aboutChange, MARKS } from '../change/change';
import { Decision } from './Decision';
import { ReviewedPage } from './ReviewedPage';
import { STATES, useReviewedChanges, useReviews, type Reviewed } from './reviews';

/** A state that someone asks others to look at: what it changes, what is said of it, and the decision. */
export function ReviewsPage() {
  const site = useThisSite();
  const { reviewId } = useParams();
  const reviews = useReviews(site.id);
  const all = reviews.data?.reviews ?? [];
  const review = reviewId === undefined ? all[0] : all.find((each) => each.id === reviewId);
  if (!reviews.data) {
    return (
      <>
        <WhatNav />
        {reviews.error ? <Trouble error={reviews.error} /> : <Loading />}
      </>
    );
  }
  return (
    <>
      <WhatNav />
      {all.length === 0 && (
        <Empty title="No reviews yet">
          <p>
            Whoever changes pages can ask others to look at them before they go out.{' '}
            <Link to={`/sites/${site.id}/what/review`}>See the changes and ask for a review</Link>.
          </p>
        </Empty>
      )}
      {all.length > 0 && !review && (
        <NotHere
          what="review"
          asking={reviews.isFetching}
          to={`/sites/${site.id}/what/reviews`}
          offer="open the latest"
        />
      )}
      {review && <OneReview key={review.id} review={review} all={all} />}
    </>
  );
}

function OneReview({ review, all }: { review: Reviewed; all: Reviewed[] }) {
  const site = useThisSite();
  const [search] = useSearchParams();
  const changes = useReviewedChanges(site.id, site.liveVersion, review.version);
  const files = changes.data?.files ?? [];
  const chosen =
    files.find((file) => file.path === search.get('path')) ?? files.find((file) => file.page) ?? files[0];
  const of = (path: string) => review.comments.filter((comment) => comment.page === path).length;
  return (
    <Panes
      label="Review"
      ledger={
        <>
          <Decision key={review.id} site={site} review={review} />
          <h2 className="mt-5 mb-1 text-lg">What it changes for visitors</h2>
          <Trouble error={changes.error} />
          {site.liveVersion === null ? (
            <p>The site has not been live before: everything is new.</p>
          ) : (
            changes.data && (
              <>
                <p className="mb-1">
                  {counted(files.length, 'file')} {files.length === 1 ? 'differs' : 'differ'} from version{' '}
                  {site.liveVersion}, {site.live ? 'which is live' : 'live last'}.{' '}
                  <Link
                    to={`/sites/${site.id}/what/versions/compare?from=${String(site.liveVersion)}&to=${String(review.version)}`}
                  >
                    Compare side by side
                  </Link>
                </p>
                <ul className="border-water max-h-[40vh] overflow-auto border-t">
                  {files.map((file) => (
                    <li
                      key={file.path}
                      className={`border-water flex items-center gap-2 border-b px-1 py-1 ${file === chosen ? 'bg-land' : ''}`}
                    >
                      <span aria-hidden className="mono w-4 text-center text-lg">
                        {MARKS[file.kind][0]}
                      </span>
                      <Link
                        to={`?${new URLSearchParams({ path: file.path }).toString()}`}
                        replace
                        aria-current={file === chosen}
                        className="min-w-0 flex-1 no-underline hover:underline"
                      >
                        <span className="mono block truncate" title={file.path}>
                          {file.path}
                        </span>
                        <span className="text-soft block truncate text-[0.9rem]">
                          {aboutChange(file)}
                          {of(file.path) > 0 && ` · ${counted(of(file.path), 'comment')}`}
                        </span>
                      </Link>
                    </li>
                  ))}
                </ul>
              </>
            )
          )}
          {all.length > 1 && (
            <>
              <h2 className="mt-5 mb-1 text-lg">Earlier and other reviews</h2>
              <ul className="border-water border-t">
                {all
                  .filter((each) => each !== review)
                  .map((each) => (
                    <li key={each.id} className="border-water border-b py-1">
                      <Link to={`/sites/${site.id}/what/reviews/${each.id}`}>Version {each.version}</Link>,
                      asked for by {each.askedBy}: {STATES[each.state]}{' '}
                      <Time at={each.decidedAt ?? each.askedAt} short />
                    </li>
                  ))}
              </ul>
            </>
          )}
        </>
      }
      sheet={
        <ReviewedPage key={chosen?.path} site={site} review={review} path={chosen?.path ?? 'index.html'} />
      }
    />
  );
}
