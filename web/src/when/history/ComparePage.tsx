import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { usePreview, useVersions } from '../../common/api/content';
import { useDestinations } from '../../common/api/hosting';
import { keys } from '../../common/api/queries';
import { PageFrame, pageUrl } from '../../common/ui/Frames';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { VirtualList } from '../../common/ui/VirtualList';
import { counted } from '../../common/ui/Words';
import { aboutChange, MARKS } from '../../harbor/change/change';
import { WhatNav } from '../../what/draft/WhatNav';
import { useThisSite } from '../../what/site/thisSite';
import { BringBack } from './BringBack';
import { May } from '../../who/access/May';

type Difference = Schemas['ChangeView'];

const ROW = 44;

const HOST = 'host-';

const named = (side: string) =>
  side === 'draft' ? 'the draft' : side.startsWith(HOST) ? 'what the host holds' : `version ${side}`;
const asVersion = (side: string) => (side === 'draft' ? null : Number(side));
const isVersion = (side: string) => side !== 'draft' && !side.startsWith(HOST);

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

function SideChoice({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (side: string) => void;
}) {
  const site = useThisSite();
  const versions = useVersions(site.id);
  const destinations = useDestinations(site.id);
  return (
    <label className="flex flex-col">
      <span className="text-soft text-[0.9rem]">{label}</span>
      <select
        value={value}
        onChange={(e) => {
          onChange(e.target.value);
        }}
        className="border-ink bg-paper max-w-60 border px-2 py-1"
      >
        <option value="draft">the draft</option>
        {versions.data?.map((version) => (
          <option key={version.number} value={version.number}>
            version {version.number}
            {version.name && `: ${version.name}`}
            {site.liveVersion === version.number && (site.live ? ' (live)' : ' (live last)')}
          </option>
        ))}
        {destinations.data
          ?.filter((destination) => destination.state === 'HOLDS' || destination.state === 'PARTLY')
          .map((destination) => (
            <option key={destination.id} value={HOST + destination.id}>
              what {destination.hostName} holds
            </option>
          ))}
      </select>
    </label>
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

/** A file as it is on both sides: drawn, and by its words. */
function FileSides({ from, to, file }: { from: string; to: string; file: Difference }) {
  const site = useThisSite();
  const drawable = !from.startsWith(HOST) && !to.startsWith(HOST);
  const before = usePreview(site.id, asVersion(from), drawable);
  const after = usePreview(site.id, asVersion(to), drawable);
  const textual = file.page || /\.(txt|css|js|json|xml|svg|md|csv)$/i.test(file.path);
  const drawn = drawable && (file.page || /\.(svg|png|jpe?g|gif|webp|avif|ico)$/i.test(file.path));
  const old = file.kind === 'ADDED' ? undefined : (file.from ?? file.path);
  const fresh = file.kind === 'REMOVED' ? undefined : file.path;
  return (
    <>
      <h2 className="mono text-lg [overflow-wrap:anywhere]">{file.path}</h2>
      <p className="text-soft mb-3">{aboutChange(file)}</p>
      {isVersion(from) && to === 'draft' && old !== undefined && (
        <May site={site} to="EDIT">
          <BringBack siteId={site.id} version={Number(from)} path={old} />
        </May>
      )}
      {textual && <WordsThatDiffer from={from} to={to} file={file} />}
      <Trouble error={before.error ?? after.error} />
      {!drawable && (
        <p className="text-soft mt-2">
          A host is compared with what would be built for it. Its pages are seen at its own URL.
        </p>
      )}
      {drawn && (
        <div className="mt-3 grid gap-4 sm:grid-cols-2">
          <Side
            title={named(from)}
            url={before.data && old !== undefined ? pageUrl(before.data.url, old) : null}
          />
          <Side
            title={named(to)}
            url={after.data && fresh !== undefined ? pageUrl(after.data.url, fresh) : null}
          />
        </div>
      )}
    </>
  );
}

function Side({ title, url }: { title: string; url: string | null }) {
  return (
    <figure className="min-w-0">
      <figcaption className="text-soft mb-1">In {title}</figcaption>
      {url === null ? (
        <div className="hatched border-water grid h-40 place-items-center border">
          <span className="bg-paper px-2">Not there</span>
        </div>
      ) : (
        <PageFrame title={`In ${title}`} url={url} width="desktop" height={360} />
      )}
    </figure>
  );
}

function WordsThatDiffer({ from, to, file }: { from: string; to: string; file: Difference }) {
  const site = useThisSite();
  const words = useQuery({
    queryKey: keys.part(site.id, 'comparison', from, to, file.path),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/comparison/words', {
          params: {
            path: { siteId: site.id },
            query: { from, to, path: file.path, ...(file.from === null ? {} : { before: file.from }) },
          },
        }),
      ),
  });
  if (!words.data) return <Trouble error={words.error} />;
  if (words.data.every((run) => run.kind === 'SAME' || run.kind === 'GAP')) {
    return <p>No words differ: what differs is in the markup.</p>;
  }
  return (
    <section>
      <h3 className="text-[1.05rem]">Words</h3>
      {/* It scrolls: so the keys must reach it. */}
      <p
        // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
        tabIndex={0}
        className="border-water bg-paper max-h-72 overflow-auto border p-3 [overflow-wrap:anywhere] whitespace-pre-wrap"
      >
        {words.data.map((run, i) => {
          // Runs have no name of their own, and never change places.
          const key = `${String(i)} ${run.kind}`;
          if (run.kind === 'REMOVED') {
            return (
              <del key={key} className="bg-land">
                {run.text}
              </del>
            );
          }
          if (run.kind === 'ADDED') {
            return (
              <ins key={key} className="bg-shoal font-medium">
                {run.text}
              </ins>
            );
          }
          return <span key={key}>{run.kind === 'GAP' ? '… ' : run.text}</span>;
        })}
      </p>
    </section>
  );
}
