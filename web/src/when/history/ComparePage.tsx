import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useVersions } from '../../common/api/content';
import { keys } from '../../common/api/queries';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { VirtualList } from '../../common/ui/VirtualList';
import { counted } from '../../common/ui/Words';
import { aboutChange, MARKS } from '../../harbor/change/change';
import { WhatNav } from '../../what/draft/WhatNav';
import { useThisSite } from '../../what/site/thisSite';
import { FileSides } from './FileSides';
import { SideChoice } from './SideChoice';

const ROW = 44;

/** Any two of a site's versions, its draft and what its hosts hold, side by side. */
export function ComparePage() {
  const site = useThisSite();
  const [search, setSearch] = useSearchParams();
  const versions = useVersions(site.id);
  const newest = versions.data?.[0]?.number;
  const from = search.get('from') ?? (newest === undefined ? 'draft' : String(newest));
  const to = search.get('to') ?? 'draft';
  const comparison = useQuery({
    queryKey: keys.part(site.id, 'comparison', from, to),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/comparison', {
          params: { path: { siteId: site.id }, query: { from, to } },
        }),
      ),
  });
  const choose = (next: Record<string, string>) => {
    setSearch({ from, to, ...next }, { replace: true });
  };
  const files = comparison.data?.files ?? [];
  const chosen =
    files.find((file) => file.path === search.get('path')) ?? files.find((file) => file.page) ?? files[0];
  return (
    <>
      <WhatNav />
      <Panes
        label="Comparison"
        ledger={
          <>
            <div className="mb-3 flex flex-wrap items-end gap-3">
              <SideChoice
                label="From"
                value={from}
                onChange={(side) => {
                  choose({ from: side });
                }}
              />
              <SideChoice
                label="To"
                value={to}
                onChange={(side) => {
                  choose({ to: side });
                }}
              />
              <button
                type="button"
                className="min-h-[25px] underline"
                onClick={() => {
                  choose({ from: to, to: from });
                }}
              >
                Swap
              </button>
            </div>
            <Trouble error={comparison.error} />
            {comparison.isPending && <Loading />}
            {comparison.data && (
              <>
                <h2 className="mb-1 text-lg">
                  {files.length === 0
                    ? 'All files are the same'
                    : `${counted(files.length, 'file')} ${files.length === 1 ? 'differs' : 'differ'}`}
                </h2>
                {files.length > 0 && (
                  <VirtualList
                    rows={files}
                    height={ROW}
                    keyOf={(file) => file.path}
                    look={(file) => `flex items-center gap-2 px-2 ${file === chosen ? 'bg-land' : ''}`}
                    className="max-h-[50vh]"
                  >
                    {(file) => (
                      <>
                        <span aria-hidden className="mono w-4 text-center text-lg">
                          {MARKS[file.kind][0]}
                        </span>
                        <Link
                          to={`?${new URLSearchParams({ from, to, path: file.path }).toString()}`}
                          replace
                          aria-current={file === chosen}
                          className="min-w-0 flex-1 no-underline hover:underline"
                        >
                          <span
                            className={`mono block truncate ${file.page ? 'font-semibold' : ''}`}
                            title={file.path}
                          >
                            {file.path}
                          </span>
                          <span className="text-soft block truncate text-[0.9rem]">{aboutChange(file)}</span>
                        </Link>
                      </>
                    )}
                  </VirtualList>
                )}
                <Others title="Settings" rows={comparison.data.settings} />
                <Others title="Redirects" rows={comparison.data.redirects} />
              </>
            )}
          </>
        }
        sheet={
          chosen ? (
            <FileSides key={`${from} ${to} ${chosen.path}`} from={from} to={to} file={chosen} />
          ) : (
            <p className="text-soft">Select a file to see it side by side.</p>
          )
        }
      />
    </>
  );
}

/** Settings or redirects that differ. */
function Others({ title, rows }: { title: string; rows: Schemas['OtherDifference'][] }) {
  if (rows.length === 0) return null;
  return (
    <section className="mt-4">
      <h2 className="text-[1.05rem]">
        {title} ({rows.length})
      </h2>
      <ul className="border-water max-h-60 overflow-auto border-t">
        {rows.map((row) => (
          <li key={row.what} className="border-water border-b py-1 [overflow-wrap:anywhere]">
            <span className="font-medium">{row.what}</span>{' '}
            <span className="text-soft">
              {row.before || 'none'} ⇒ {row.after || 'none'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
