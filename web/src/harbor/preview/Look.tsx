import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useDraft, usePreview, useReview } from '../../common/api/content';
import { WhatNav } from '../../what/draft/WhatNav';
import { useThisSite } from '../../what/site/thisSite';
import { Check } from '../../common/ui/Check';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { PageFrame, pageUrl, type Width } from '../../common/ui/Frames';
import { SharedPreviews } from './SharedPreviews';
import { WidthChoice } from '../../common/ui/WidthChoice';

const KINDS = { ADDED: 'new', CHANGED: 'changed', REMOVED: 'removed', MOVED: 'moved' } as const;

/** The draft as it would be live, page by page, before anyone else can see it. */
export function Look() {
  const site = useThisSite();
  const [search, setSearch] = useSearchParams();
  const draft = useDraft(site.id);
  const preview = usePreview(site.id, null);
  const live = usePreview(site.id, site.liveVersion, site.liveVersion !== null);
  const review = useReview(site.id);
  const [width, setWidth] = useState<Width>('desktop');
  const [beside, setBeside] = useState(false);
  const changes = useMemo(() => new Map(review.data?.changes.map((c) => [c.path, c])), [review.data]);

  if (!preview.data || !draft.data) {
    return (
      <>
        <WhatNav />
        {preview.error ? <Trouble error={preview.error} /> : <Loading />}
      </>
    );
  }
  const { pages, url } = preview.data;
  const page = search.get('page') ?? (pages.includes('index.html') ? 'index.html' : (pages[0] ?? ''));
  const livePage = changes.get(page)?.from ?? page;
  const both = beside && live.data !== undefined;
  if (pages.length === 0) {
    return (
      <>
        <WhatNav />
        <Empty title="There are no pages to look at">
          <p>
            Pages end in .html. <Link to={`/sites/${site.id}/what`}>Add a folder or ZIP</Link> first.
          </p>
        </Empty>
      </>
    );
  }
  return (
    <>
      <WhatNav />
      <div className="grid grid-cols-1 gap-x-5 gap-y-4 lg:grid-cols-[15rem_1fr]">
        <section aria-label="Pages of the draft">
          <ul className="border-water max-h-[70vh] overflow-auto border-y">
            {pages.map((each) => {
              const change = changes.get(each);
              return (
                <li key={each}>
                  <button
                    type="button"
                    aria-current={each === page}
                    onClick={() => {
                      setSearch({ page: each }, { replace: true });
                    }}
                    className="hover:bg-shoal aria-[current=true]:bg-land flex w-full items-baseline justify-between gap-2 px-2 py-1 text-left"
                  >
                    <span className="mono min-w-0 [overflow-wrap:anywhere]">{each}</span>
                    {change && <span className="text-soft text-[0.9rem]">{KINDS[change.kind]}</span>}
                  </button>
                </li>
              );
            })}
          </ul>
        </section>
        <section aria-label={`Look at ${page}`} className="min-w-0">
          <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
            <WidthChoice width={width} onChange={setWidth} />
            {site.liveVersion !== null && (
              <Check checked={beside} onChange={setBeside}>
                beside what is live
              </Check>
            )}
            <Link to={`/sites/${site.id}/what?path=${encodeURIComponent(page)}`}>Edit this page</Link>
          </div>
          <div className={both ? 'grid grid-cols-2 gap-4' : ''}>
            {both && (
              <figure>
                <figcaption className="text-soft mb-1">
                  {site.live ? 'Live' : 'Live last'}: version {site.liveVersion}
                </figcaption>
                {live.data.pages.includes(livePage) ? (
                  <PageFrame
                    title={`Live: ${livePage}`}
                    url={pageUrl(live.data.url, livePage)}
                    width={width}
                  />
                ) : (
                  <p className="hatched border-water border p-6">
                    <span className="bg-paper px-2">This page is not live.</span>
                  </p>
                )}
              </figure>
            )}
            <figure>
              {both && <figcaption className="text-soft mb-1">Draft</figcaption>}
              <PageFrame
                key={draft.data.revision}
                title={`Draft: ${page}`}
                url={pageUrl(url, page)}
                width={width}
              />
            </figure>
          </div>
          <p className="text-soft mt-2 text-[0.93rem]">
            Only you see this: the preview has an address that nobody else knows and that ends after half a
            day.
          </p>
          <SharedPreviews site={site} />
        </section>
      </div>
    </>
  );
}
