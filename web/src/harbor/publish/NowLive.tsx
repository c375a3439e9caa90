import { useState } from 'react';
import { useDraft } from '../../common/api/content';
import type { SiteView } from '../../what/site/thisSite';
import { Notice } from '../../common/ui/Notice';
import { PublicLink } from '../../common/ui/Words';
import { pageUrl } from '../../common/ui/Frames';

const FIRST = 8;

/** The links that are right to share, for the site and for each page. */
export function NowLive({ site }: { site: SiteView }) {
  const draft = useDraft(site.id);
  const [all, setAll] = useState(false);
  const main = site.addresses[0];
  if (!main) return null;
  const pages = draft.data?.files.filter((f) => f.page && f.path !== '404.html') ?? [];
  return (
    <Notice kind="good">
      <p className="text-lg font-medium">
        {site.title} is live, version {site.liveVersion}.
      </p>
      <p className="mb-2 text-lg">
        <PublicLink url={main.url} />
      </p>
      <details>
        <summary className="cursor-pointer">The link of each page ({pages.length})</summary>
        <ul className="mt-1">
          {(all ? pages : pages.slice(0, FIRST)).map((page) => (
            <li key={page.path} className="flex">
              <PublicLink url={pageUrl(main.url, page.path)} label={page.path} />
            </li>
          ))}
        </ul>
        {!all && pages.length > FIRST && (
          <button
            type="button"
            className="underline"
            onClick={() => {
              setAll(true);
            }}
          >
            Show all {pages.length}
          </button>
        )}
      </details>
    </Notice>
  );
}
