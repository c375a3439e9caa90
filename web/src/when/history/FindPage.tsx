import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { SitePages } from '../../common/ui/SitePages';
import { counted, Time } from '../../common/ui/Words';
import { WhatNav } from '../../what/draft/WhatNav';
import { useThisSite } from '../../what/site/thisSite';
import { WordSearch } from '../../what/version/WordSearch';
import { BringBack } from './BringBack';
import { versionWords } from './words';
import { may } from '../../who/access/May';

type Found = Schemas['FoundView'];

/** Words searched for over all versions: where they stand, until when, and the way back. */
export function FindPage() {
  const site = useThisSite();
  const [search] = useSearchParams();
  const words = search.get('words') ?? '';
  const result = useQuery({
    queryKey: keys.part(site.id, 'search', words),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/search', {
          params: { path: { siteId: site.id }, query: { words } },
        }),
      ),
    enabled: words.trim() !== '',
  });
  const found = result.data?.found ?? [];
  const chosen = found.find((page) => page.path === search.get('page')) ?? found[0];
  return (
    <>
      <WhatNav />
      <Panes
        label="Find in all versions"
        ledger={
          <>
            <WordSearch key={words} words={words} busy={result.isFetching} />
            <Trouble error={result.error} />
            {result.isLoading && <Loading />}
            {result.data && (
              <p role="status" className="text-soft mb-2">
                {found.length === 0
                  ? `Nothing in ${counted(result.data.versions, 'version')} and the draft has all of these words.`
                  : `${counted(found.length + result.data.more, 'page')} in ${counted(result.data.versions, 'version')} and the draft.`}{' '}
                Words in quotation marks are looked for together.
              </p>
            )}
            <ul className="border-water border-t">
              {found.map((page) => (
                <li key={page.path}>
                  <Link
                    to={`?${new URLSearchParams({ words, page: page.path }).toString()}`}
                    replace
                    aria-current={page === chosen}
                    className="border-water hover:bg-shoal aria-[current=true]:bg-land block border-b px-2 py-2 no-underline"
                  >
                    <span className="flex flex-wrap items-baseline justify-between gap-x-3">
                      <span className="font-medium [overflow-wrap:anywhere]">{page.title || page.path}</span>
                      <State page={page} />
                    </span>
                    <span className="mono text-soft block text-[0.9rem] [overflow-wrap:anywhere]">
                      {page.path}
                    </span>
                    <span className="block text-[0.93rem] [overflow-wrap:anywhere]">{page.excerpt}</span>
                    <span className="text-soft block text-[0.9rem]">
                      <Seen page={page} />
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </>
        }
        sheet={chosen ? <FoundSheet key={chosen.path} page={chosen} /> : <p>What is found is shown here.</p>}
      />
    </>
  );
}

function State({ page }: { page: Found }) {
  if (page.inDraft) return <span className="text-soft text-[0.9rem]">in the draft</span>;
  return (
    <strong className="text-[0.9rem] font-medium">
      {page.pathInDraft ? 'not in the draft in these words' : 'not in the draft any more'}
    </strong>
  );
}

function Seen({ page }: { page: Found }) {
  if (page.lastAt === null) return 'in no version yet';
  return (
    <>
      in {versionWords(page.versions)}, the last one made <Time at={page.lastAt} />
    </>
  );
}

function FoundSheet({ page }: { page: Found }) {
  const site = useThisSite();
  const last = page.versions[page.versions.length - 1];
  return (
    <>
      <h2 className="text-lg [overflow-wrap:anywhere]">{page.title || page.path}</h2>
      <p className="text-soft mb-3">
        <span className="mono">{page.path}</span>, <Seen page={page} />.{' '}
        <Link to={`/sites/${site.id}/what/versions/history?path=${encodeURIComponent(page.path)}`}>
          Its history
        </Link>
      </p>
      {last !== undefined && may(site, 'EDIT') && (
        <BringBack siteId={site.id} version={last} path={page.path} />
      )}
      <SitePages siteId={site.id} version={last ?? null} first={page.path} />
    </>
  );
}
