import { useDeferredValue, useMemo } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { useVersions } from '../../common/api/content';
import { WhatNav } from '../draft/WhatNav';
import { useThisSite } from '../site/thisSite';
import { Empty, Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { useInUrl } from '../../common/ui/useInUrl';
import { VirtualList } from '../../common/ui/VirtualList';
import { Time } from '../../common/ui/Words';
import { CAUSES, ChosenVersion } from './ChosenVersion';
import { VersionStrip } from './VersionStrip';
import { WordSearch } from './WordSearch';

type Version = Schemas['VersionView'];

const ROW = 62;

const FILTERS: [string, string, (v: Version) => boolean][] = [
  ['all', 'All', () => true],
  ['published', 'Published', (v) => v.publishedAt !== null],
  ['kept', 'Kept', (v) => v.kept],
  ['mine', 'Mine', (v) => v.mine],
];

export function VersionsPage() {
  const site = useThisSite();
  const versions = useVersions(site.id);
  const { number } = useParams();
  const [filter, setFilter] = useInUrl<string>('show', 'all');
  const { search } = useLocation();
  const shown = useMemo(() => {
    const test = FILTERS.find(([key]) => key === filter)?.[2] ?? (() => true);
    return versions.data?.filter(test) ?? [];
  }, [versions.data, filter]);
  const chosen = number === undefined ? shown[0] : versions.data?.find((v) => String(v.number) === number);
  // The row answers at once; what is drawn of it comes after.
  const opened = useDeferredValue(chosen);
  if (!versions.data) {
    return (
      <>
        <WhatNav />
        {versions.error ? <Trouble error={versions.error} /> : <Loading />}
      </>
    );
  }
  if (versions.data.length === 0) {
    return (
      <>
        <WhatNav />
        <Empty title="Versions go here">
          <p>
            Every publish makes one. You can also{' '}
            <Link to={`/sites/${site.id}/what`}>save the draft as a version</Link> at any time. Each can be
            looked at, restored and put live again.
          </p>
        </Empty>
      </>
    );
  }
  return (
    <>
      <WhatNav />
      <VersionStrip versions={shown} chosen={opened?.number} />
      <Panes
        label="Versions"
        ledger={
          <>
            <WordSearch />
            <div className="mb-2 flex flex-wrap items-center gap-1" role="group" aria-label="Show">
              {FILTERS.map(([key, word]) => (
                <button
                  key={key}
                  type="button"
                  aria-pressed={filter === key}
                  onClick={() => {
                    setFilter(key);
                  }}
                  className="hover:bg-shoal aria-pressed:border-ink border border-transparent px-2.5 py-0.5 aria-pressed:font-medium"
                >
                  {word}
                </button>
              ))}
            </div>
            <VirtualList
              rows={shown}
              keep={`versions ${site.id}`}
              height={ROW}
              keyOf={(version) => String(version.number)}
              className="max-h-[70vh] min-h-16"
            >
              {(version) => (
                <Link
                  to={`/sites/${site.id}/what/versions/${String(version.number)}${search}`}
                  aria-current={version.number === chosen?.number}
                  className="border-water hover:bg-shoal aria-[current=true]:bg-land grid h-full grid-cols-[3rem_1fr_auto] items-baseline gap-x-2 border-b px-2 py-2 no-underline"
                >
                  <span className="mono font-semibold">{version.number}</span>
                  <span className="min-w-0">
                    <span className="block truncate">{version.name || CAUSES[version.cause]}</span>
                    <span className="text-soft block truncate text-[0.9rem]">
                      <Time at={version.createdAt} />, {version.createdBy}
                    </span>
                  </span>
                  <span className="text-soft text-right text-[0.9rem]">
                    {site.liveVersion === version.number && (
                      <strong className="text-ink block">{site.live ? 'live' : 'live last'}</strong>
                    )}
                    {version.kept && <span className="block">kept</span>}
                    {version.dueAt !== null && (
                      <span className="block">
                        goes <Time at={version.dueAt} short />
                      </span>
                    )}
                  </span>
                </Link>
              )}
            </VirtualList>
            {shown.length === 0 && <p className="text-soft py-3">No version is like that.</p>}
          </>
        }
        sheet={
          chosen ? (
            <ChosenVersion version={opened ?? chosen} />
          ) : number ? (
            <NotHere
              what="version"
              asking={versions.isFetching}
              to={`/sites/${site.id}/what/versions`}
              offer="see the latest"
            />
          ) : (
            <p className="text-soft">Select a version.</p>
          )
        }
      />
    </>
  );
}
