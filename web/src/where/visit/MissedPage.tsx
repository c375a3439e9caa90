import { useMutation } from '@tanstack/react-query';
import { Link } from 'react-router';
import { WhereNav } from '../address/WhereNav';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { useMissed, useRedirects } from '../../common/api/redirects';
import { useChangeRedirects } from '../redirect/change';
import { BLANK, GONE, urlPath } from '../redirect/words';
import { useThisSite } from '../../what/site/thisSite';
import { Button, LinkButton } from '../../common/ui/Button';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { PageRows } from '../../common/ui/PageRows';
import { useListing, type Order } from '../../common/ui/useListing';
import { counted, Time } from '../../common/ui/Words';
import { May, WhoMay } from '../../who/access/May';

type Missed = Schemas['MissedView'];

/** Paths that found nothing: which pages they most likely meant, with one click to make the redirect. */
export function MissedPage() {
  const site = useThisSite();
  const missed = useMissed(site.id);
  // The revision of the redirects is needed for the change that a click makes.
  const redirects = useRedirects(site.id);
  const ignore = useIgnore(site.id);
  if (!missed.data || !redirects.data) {
    const error = missed.error ?? redirects.error;
    return (
      <>
        <WhereNav />
        {error ? <Trouble error={error} /> : <Loading />}
      </>
    );
  }
  const links = missed.data.missed.filter((m) => m.kind === 'LINK');
  const others = missed.data.missed.filter((m) => m.kind !== 'LINK');
  const visits = links.reduce((sum, m) => sum + m.count, 0);
  return (
    <>
      <WhereNav />
      {links.length === 0 ? (
        <Empty title="Nobody followed a link to nothing in the last 30 days">
          <p>
            When someone does, the path is listed here, with the page it most likely meant. Who it was is not
            kept.
          </p>
        </Empty>
      ) : (
        <>
          <h2 className="text-lg">
            {counted(visits, 'visit')} hit a missing page, at {counted(links.length, 'path')}
          </h2>
          <p className="text-soft mb-3">
            The last 30 days.{' '}
            {missed.data.mended > 0 &&
              `${counted(missed.data.mended, 'path')} of that time ${missed.data.mended === 1 ? 'is' : 'are'} answered by now. `}
            Who it was is not kept.{' '}
            <a href={`/api/sites/${site.id}/missed-visits/file`} download>
              Export as CSV
            </a>
          </p>
          <WhoMay site={site} to="EDIT" what="redirect them" />
          <May site={site} to="EDIT">
            <MovedAtOnce siteId={site.id} missed={links} />
          </May>
          <Trouble error={ignore.error} />
          <Links siteId={site.id} links={links} onIgnore={ignore.mutate} />
        </>
      )}
      {others.length > 0 && <Others missed={others} />}
      {missed.data.ignored.length > 0 && (
        <details className="mt-4">
          <summary className="cursor-pointer">{counted(missed.data.ignored.length, 'path')} ignored</summary>
          <ul className="mt-2">
            {missed.data.ignored.map((i) => (
              <li key={`${i.path} ${String(i.under)}`} className="flex items-center gap-3 py-0.5">
                <span className="mono">
                  {i.path}
                  {i.under && '…'}
                </span>
                <May site={site} to="EDIT">
                  <Button
                    kind="quiet"
                    onClick={() => {
                      ignore.mutate({ path: i.path, under: i.under, ignored: false });
                    }}
                  >
                    List it again
                  </Button>
                </May>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

const ORDERS: [Order<Missed>, ...Order<Missed>[]] = [
  { key: 'count', words: 'Most visits first' },
  { key: 'last', words: 'Latest first', compare: (a, b) => b.lastAt.localeCompare(a.lastAt) },
  { key: 'path', words: 'By path', compare: (a, b) => a.path.localeCompare(b.path) },
];

const textOf = (m: Missed) => [m.path, ...m.referrers.map((r) => r.host)].join(' ');

function Links({
  siteId,
  links,
  onIgnore,
}: {
  siteId: string;
  links: Missed[];
  onIgnore: (what: Schemas['Ignoring']) => void;
}) {
  const listing = useListing({
    rows: links,
    label: 'Filter by path or where they came from',
    text: textOf,
    orders: ORDERS,
  });
  return (
    <>
      {listing.controls}
      <div className="border-water border-t">
        <PageRows rows={listing.rows} about={100} keyOf={(m) => m.path}>
          {(m) => <MissedRow siteId={siteId} missed={m} onIgnore={onIgnore} />}
        </PageRows>
      </div>
    </>
  );
}

const likeness = (m: Missed['meant'][number]) =>
  m.moved ? 'the same page, moved' : `${String(Math.round(m.score * 100))} % alike`;

/** Leads on in one go what is certain: pages that moved. */
function MovedAtOnce({ siteId, missed }: { siteId: string; missed: Missed[] }) {
  const change = useChangeRedirects(siteId);
  const put = missed.flatMap((m) =>
    m.meant[0]?.moved ? [{ ...BLANK, source: urlPath(m.path), target: urlPath(m.meant[0].path) }] : [],
  );
  if (put.length < 2) return null;
  return (
    <div className="mb-3">
      <Button
        kind="primary"
        busy={change.isPending}
        onClick={() => {
          change.mutate({ put, remove: [], what: `redirected ${counted(put.length, 'page')} that moved` });
        }}
      >
        Redirect the {counted(put.length, 'page')} that moved
      </Button>
      <Trouble error={change.error} />
    </div>
  );
}

const useIgnore = (siteId: string) =>
  useMutation({
    mutationFn: (body: Schemas['Ignoring']) =>
      dataOf(api.PUT('/api/sites/{siteId}/missed-visits/ignored', { params: { path: { siteId } }, body })),
    onSuccess: (missed) => {
      queries.setQueryData(keys.part(siteId, 'missed'), missed);
    },
  });

function MissedRow({
  siteId,
  missed,
  onIgnore,
}: {
  siteId: string;
  missed: Missed;
  onIgnore: (what: Schemas['Ignoring']) => void;
}) {
  const site = useThisSite();
  const change = useChangeRedirects(siteId);
  const lead = (target: string, status = 301) => {
    change.mutate({
      put: [{ ...BLANK, source: urlPath(missed.path), target: urlPath(target), status }],
      remove: [],
      what:
        status === GONE
          ? `marked ${missed.path} as removed on purpose`
          : `redirected ${missed.path} to ${target}`,
    });
  };
  const folder = missed.path.slice(0, missed.path.lastIndexOf('/') + 1);
  return (
    <div className="border-water grid gap-x-6 gap-y-1 border-b px-2 py-3 lg:grid-cols-[minmax(0,5fr)_7fr]">
      <div>
        <p className="flex items-baseline justify-between gap-3">
          <span className="mono font-semibold [overflow-wrap:anywhere]">{missed.path}</span>
          <span className="whitespace-nowrap">{counted(missed.count, 'visit')}</span>
        </p>
        <p className="text-soft text-[0.93rem]">
          last <Time at={missed.lastAt} short />
          {missed.known && ' · an earlier version had a page here'}
          {missed.referrers.length > 0 && (
            <>
              {' '}
              · from {missed.referrers.map((r) => (r.own ? `your own pages (${r.host})` : r.host)).join(', ')}
            </>
          )}
        </p>
      </div>
      <May site={site} to="EDIT">
        <div>
          <div className="flex flex-wrap items-center gap-2">
            {(missed.meant[0]?.moved ? missed.meant.slice(0, 1) : missed.meant).map((m) => (
              <Button
                key={m.path}
                busy={change.isPending}
                className="max-w-full"
                title={likeness(m)}
                onClick={() => {
                  lead(m.path);
                }}
              >
                <span className="truncate">
                  Redirect to <span className="mono">{m.path}</span>
                </span>
              </Button>
            ))}
            {missed.meant[0] && <span className="text-soft text-[0.93rem]">{likeness(missed.meant[0])}</span>}
          </div>
          <p className="mt-1 flex flex-wrap items-baseline gap-x-4">
            <Link
              className="inline-block min-h-[25px]"
              to={`/sites/${siteId}/where/redirects/new?from=${encodeURIComponent(missed.path)}`}
            >
              {missed.meant.length > 0 ? 'Choose another page' : 'Choose a page'}
            </Link>
            <LinkButton
              onClick={() => {
                lead('', GONE);
              }}
            >
              Removed on purpose (410)
            </LinkButton>
            <LinkButton
              onClick={() => {
                onIgnore({ path: missed.path, under: false, ignored: true });
              }}
            >
              Ignore
            </LinkButton>
            {folder.length > 1 && (
              <LinkButton
                onClick={() => {
                  onIgnore({ path: folder, under: true, ignored: true });
                }}
              >
                Ignore all under {folder}
              </LinkButton>
            )}
          </p>
          <Trouble error={change.error} />
        </div>
      </May>
    </div>
  );
}

/** What scanners and browsers asked for by themselves: told apart, and folded away. */
function Others({ missed }: { missed: Missed[] }) {
  const times = missed.reduce((sum, m) => sum + m.count, 0);
  return (
    <details className="mt-4">
      <summary className="cursor-pointer">
        {counted(missed.length, 'path')} that no person linked to, asked for {counted(times, 'time')}:
        scanners’ knocks, and what browsers look for by themselves
      </summary>
      <ul className="mt-2 max-w-2xl">
        {missed.map((m) => (
          <li key={m.path} className="border-water flex justify-between gap-3 border-b py-0.5">
            <span className="mono [overflow-wrap:anywhere]">{m.path}</span>
            <span className="text-soft whitespace-nowrap">
              {m.kind === 'KNOCK' ? 'knock' : 'by itself'} · {counted(m.count, 'time')}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
