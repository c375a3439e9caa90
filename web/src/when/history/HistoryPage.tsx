import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { SitePages } from '../../common/ui/SitePages';
import { sizeText, Time } from '../../common/ui/Words';
import { WhatNav } from '../../what/draft/WhatNav';
import { useThisSite } from '../../what/site/thisSite';
import { BringBack } from './BringBack';
import { May } from '../../who/access/May';

/** The history of one file: its distinct states, whatever else changed meanwhile. */
export function HistoryPage() {
  const site = useThisSite();
  const [search] = useSearchParams();
  const path = search.get('path') ?? '';
  const states = useQuery({
    queryKey: keys.part(site.id, 'history', path),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/history', { params: { path: { siteId: site.id }, query: { path } } }),
      ),
  });
  if (!states.data) {
    return (
      <>
        <WhatNav />
        {states.error ? <Trouble error={states.error} /> : <Loading />}
      </>
    );
  }
  const latestFirst = [...states.data].reverse();
  const chosen =
    latestFirst.find((state) => String(state.last) === search.get('version')) ??
    latestFirst.find((state) => state.there);
  return (
    <>
      <WhatNav />
      {latestFirst.length === 0 ? (
        <Empty title="No version has this file">
          <p>
            <span className="mono">{path}</span> is in no version of this site. Versions are made when you
            publish, or save one.
          </p>
        </Empty>
      ) : (
        <Panes
          label="History"
          ledger={
            <>
              <h2 className="mono mb-2 text-lg [overflow-wrap:anywhere]">{path}</h2>
              <ol className="border-water border-t">
                {latestFirst.map((state) => {
                  const row = (
                    <>
                      <span className="flex flex-wrap justify-between gap-x-3">
                        <span className="font-medium">
                          {state.first === state.last
                            ? `Version ${String(state.first)}`
                            : `Versions ${String(state.first)} to ${String(state.last)}`}
                        </span>
                        <span className="text-soft text-[0.9rem]">{state.asDraft && 'as in the draft'}</span>
                      </span>
                      <span className="text-soft block text-[0.9rem]">
                        {state.there ? sizeText(state.size) : 'not there'} · from <Time at={state.from} />
                      </span>
                    </>
                  );
                  return (
                    <li key={state.first} className="border-water border-b">
                      {state.there ? (
                        <Link
                          to={`?${new URLSearchParams({ path, version: String(state.last) }).toString()}`}
                          replace
                          aria-current={state === chosen}
                          className="hover:bg-shoal aria-[current=true]:bg-land block px-2 py-2 no-underline"
                        >
                          {row}
                        </Link>
                      ) : (
                        <div className="px-2 py-2">{row}</div>
                      )}
                    </li>
                  );
                })}
              </ol>
            </>
          }
          sheet={
            chosen && (
              <>
                <h2 className="mb-2 text-lg">As it was in version {chosen.last}</h2>
                <May site={site} to="EDIT">
                  <BringBack key={chosen.last} siteId={site.id} version={chosen.last} path={path} />
                </May>
                <p className="mb-3">
                  <Link
                    to={`/sites/${site.id}/what/versions/compare?from=${String(chosen.last)}&to=draft&path=${encodeURIComponent(path)}`}
                  >
                    Compare with the draft
                  </Link>
                </p>
                <SitePages
                  key={`page ${String(chosen.last)}`}
                  siteId={site.id}
                  version={chosen.last}
                  first={path}
                />
              </>
            )
          }
        />
      )}
    </>
  );
}
