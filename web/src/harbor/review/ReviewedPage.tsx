import { useMutation } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { usePreview } from '../../common/api/content';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { PageFrame, pageUrl } from '../../common/ui/Frames';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import type { Reviewed } from './reviews';

const DRAWN = /\.(html?|svg|png|jpe?g|gif|webp|avif)$/i;

/** One file of what is looked at, and what is said of it. */
export function ReviewedPage({ site, review, path }: { site: SiteView; review: Reviewed; path: string }) {
  const preview = usePreview(site.id, review.version);
  const here = review.comments.filter((comment) => comment.page === path);
  const other = review.comments.filter((comment) => comment.page !== path);
  return (
    <>
      <h2 className="mono mb-2 text-lg [overflow-wrap:anywhere]">{path}</h2>
      <Trouble error={preview.error} />
      {preview.data && DRAWN.test(path) && (
        <PageFrame
          title={`${path} in version ${String(review.version)}`}
          url={pageUrl(preview.data.url, path)}
          width="desktop"
          height={380}
        />
      )}
      <h3 className="mt-4 mb-1 text-[1.05rem]">Comments</h3>
      <Comments comments={here} />
      <Say site={site} review={review} path={path} />
      {other.length > 0 && (
        <>
          <h3 className="mt-4 mb-1 text-[1.05rem]">On other files</h3>
          <Comments comments={other} withPage />
        </>
      )}
    </>
  );
}

function Comments({ comments, withPage = false }: { comments: Reviewed['comments']; withPage?: boolean }) {
  if (comments.length === 0) return <p className="text-soft">None yet.</p>;
  return (
    <ul className="border-water border-t">
      {comments.map((comment) => (
        <li key={comment.id} className="border-water border-b py-1.5">
          <p className="text-soft">
            {comment.who}
            {withPage && comment.page !== '' && (
              <>
                {' '}
                on <span className="mono">{comment.page}</span>
              </>
            )}
            , <Time at={comment.at} short />
          </p>
          <p className="[overflow-wrap:anywhere] whitespace-pre-wrap">{comment.words}</p>
        </li>
      ))}
    </ul>
  );
}

function Say({ site, review, path }: { site: SiteView; review: Reviewed; path: string }) {
  const id = useId();
  const [words, setWords] = useState('');
  const say = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/reviews/{reviewId}/comments', {
          params: { path: { siteId: site.id, reviewId: review.id } },
          body: { page: path, words },
        }),
      ),
    onSuccess: async () => {
      setWords('');
      await refreshSite(site.id);
    },
  });
  const problem = say.error instanceof Problem ? say.error.field('words') : undefined;
  return (
    <form
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        say.mutate();
      }}
    >
      <label htmlFor={id} className="mb-1 block font-medium">
        Comment on this page
      </label>
      <textarea
        id={id}
        rows={2}
        value={words}
        maxLength={2000}
        className="border-ink bg-paper w-full border px-2 py-1.5"
        onChange={(e) => {
          setWords(e.target.value);
        }}
      />
      {problem === undefined ? <Trouble error={say.error} /> : <p className="text-magenta">{problem}</p>}
      <Button type="submit" busy={say.isPending}>
        Comment
      </Button>
    </form>
  );
}
