import { format } from 'date-fns';
import { Link, useSearchParams } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { usePageVisits, USUAL_DAYS, useVisits } from '../../common/api/visits';
import { useListing, type Order } from '../../common/ui/useListing';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { VirtualList } from '../../common/ui/VirtualList';
import { counted, PublicLink } from '../../common/ui/Words';
import { useThisSite } from '../../what/site/thisSite';
import { WhereNav } from '../address/WhereNav';
import { DayBars } from './DayBars';

type Visits = Schemas['VisitsView'];
type Page = Schemas['ReadPage'];

const textOf = (page: Page) => `${page.path} ${page.title}`;

const more = (page: Page) => page.visits - (page.before ?? page.visits);

const ORDERS: [Order<Page>, ...Order<Page>[]] = [
  { key: 'visits', words: 'Most read first' },
  { key: 'more', words: 'Largest rise first', compare: (a, b) => more(b) - more(a) },
  { key: 'less', words: 'Largest fall first', compare: (a, b) => more(a) - more(b) },
  { key: 'path', words: 'By path', compare: (a, b) => a.path.localeCompare(b.path) },
];

const SPANS = [7, 30, 90];
const ROW = 46;

/** Which pages were read, by day, and from which other sites people came. Of visitors nothing is kept. */
export function VisitsPage() {
  const site = useThisSite();
  const [search] = useSearchParams();
  const days = SPANS.find((span) => String(span) === search.get('days')) ?? USUAL_DAYS;
  const visits = useVisits(site.id, days);
  if (!visits.data) {
    return (
      <>
        <WhereNav />
        {visits.error ? <Trouble error={visits.error} /> : <Loading />}
      </>
    );
  }
  const view = visits.data;
  if (view.since === null) {
    return (
      <>
        <WhereNav />
        <Empty title="No visits yet">
          <p>
            When someone reads a page, it is counted here by page and day. Who it was is not kept.{' '}
            <Link to={`/sites/${site.id}/where/missed`}>Missed visits</Link> are listed on their own.
          </p>
        </Empty>
      </>
    );
  }
  return (
    <>
      <WhereNav />
      <Pages view={view} />
    </>
  );
}

function Pages({ view }: { view: Visits }) {
  const site = useThisSite();
  const [search, setSearch] = useSearchParams();
  const listing = useListing({
    rows: view.pages,
    label: 'Filter by path or title',
    text: textOf,
    orders: ORDERS,
  });
  const shown = listing.rows;
  const set = (key: string, value: string) => {
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (value === '') next.delete(key);
        else next.set(key, value);
        return next;
      },
      { replace: true },
    );
  };
  const chosen = view.pages.find((page) => page.path === search.get('page')) ?? shown[0];
  return (
    <Panes
      label="Pages that were read"
      ledger={
        <>
          <div className="mb-1 flex flex-wrap items-baseline justify-between gap-x-4">
            <h2 className="text-lg">
              {counted(view.visits, 'visit')} in {view.days} days
            </h2>
            <div role="group" aria-label="Time" className="flex gap-3">
              {SPANS.map((span) => (
                <button
                  key={span}
                  type="button"
                  aria-pressed={span === view.days}
                  className={`min-h-[25px] ${span === view.days ? 'font-semibold' : 'underline'}`}
                  onClick={() => {
                    set('days', String(span));
                  }}
                >
                  {span} days
                </button>
              ))}
            </div>
          </div>
          <p className="text-soft mb-2">
            {counted(view.pages.length, 'page')} read
            {view.redirected > 0 && `, ${counted(view.redirected, 'old link')} redirected`}
            {view.since !== null && `; counted since ${format(new Date(view.since), 'd MMM yyyy')}`}. Who it
            was is not kept.
          </p>
          <DayBars days={view.days} today={view.today} byDay={view.byDay} label="Visits by day" />
          {listing.controls}
          <VirtualList
            rows={shown}
            height={ROW}
            keep={`visits ${site.id}`}
            keyOf={(page) => page.path}
            look={(page) => `flex items-center gap-3 px-2 ${page === chosen ? 'bg-land' : ''}`}
            className="max-h-[60vh]"
          >
            {(page) => (
              <>
                <Link
                  to={`?${new URLSearchParams({ ...Object.fromEntries(search), page: page.path }).toString()}`}
                  replace
                  aria-current={page === chosen}
                  className="min-w-0 flex-1 no-underline hover:underline"
                >
                  <span className="block truncate font-medium">{page.title || page.path}</span>
                  <span className="mono text-soft block truncate text-[0.9rem]">
                    {page.path}
                    {!page.live && ' · not live now'}
                  </span>
                </Link>
                <span className="text-right whitespace-nowrap tabular-nums">
                  {page.visits.toLocaleString('en')}
                  <Trend page={page} />
                </span>
              </>
            )}
          </VirtualList>
        </>
      }
      sheet={
        chosen ? (
          <PageSheet key={chosen.path} page={chosen} view={view} main={site.addresses[0]?.url} />
        ) : null
      }
    />
  );
}

/** How that compares with as many days before. */
function Trend({ page }: { page: Page }) {
  if (page.before === null) return null;
  const more = page.visits - page.before;
  return (
    <span className="text-soft block text-[0.9rem]">
      {more === 0 ? 'as before' : `${more > 0 ? '+' : '−'}${Math.abs(more).toLocaleString('en')}`}
    </span>
  );
}

function PageSheet({ page, view, main }: { page: Page; view: Visits; main: string | undefined }) {
  const site = useThisSite();
  const visits = usePageVisits(site.id, page.path, view.days);
  return (
    <>
      <h2 className="text-lg [overflow-wrap:anywhere]">{page.title || page.path}</h2>
      {main !== undefined && page.live && (
        <p className="mb-2">
          <PublicLink
            url={main.replace(/\/$/, '') + encodeURI(page.path)}
            {...(page.path === '/' ? {} : { label: page.path })}
          />
        </p>
      )}
      <p className="mb-2">
        Read {counted(page.visits, 'time')} in {view.days} days
        {page.before !== null && `, ${counted(page.before, 'time')} in the ${String(view.days)} days before`}.
      </p>
      <Trouble error={visits.error} />
      {visits.data && (
        <>
          <DayBars
            days={view.days}
            today={view.today}
            byDay={visits.data.byDay}
            label={`Visits of ${page.path} by day`}
          />
          <From title="Readers of this page came from" from={visits.data.from} />
        </>
      )}
      <div className="mt-6">
        <From title="Readers of the whole site came from" from={view.from} />
      </div>
    </>
  );
}

/** Other sites that led people here, in the time for which that is kept. */
function From({ title, from }: { title: string; from: Schemas['From'][] }) {
  return (
    <section>
      <h3 className="text-[1.05rem]">{title}</h3>
      {from.length === 0 ? (
        <p className="text-soft">No other site, as far as browsers said.</p>
      ) : (
        <table className="w-full max-w-md">
          <thead className="text-soft text-left text-[0.9rem]">
            <tr>
              <th scope="col" className="font-normal">
                Site
              </th>
              <th scope="col" className="text-right font-normal">
                Visits in 90 days
              </th>
            </tr>
          </thead>
          <tbody>
            {from.map((one) => (
              <tr key={one.host} className="border-water border-t">
                <td className="mono [overflow-wrap:anywhere]">{one.host}</td>
                <td className="text-right tabular-nums">{one.visits.toLocaleString('en')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
