import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Flag } from '../../common/ui/Flag';
import { Diamond } from '../../common/ui/Notice';
import { PageRows } from '../../common/ui/PageRows';
import { Pennant } from '../../common/ui/Pennant';
import { useListing, type Order } from '../../common/ui/useListing';
import { HostName, PublicLink } from '../../common/ui/Words';
import { stepsOf, type Step } from '../../what/site/nextSteps';
import { standingOf } from '../../what/site/thisSite';
import { InstantField } from '../axis/InstantField';
import { markWords, REACHES, WIDTH, type Axis, type Reach } from '../axis/axis';
import { LaneChart } from './LaneChart';
import { LaneLinks } from './LaneLinks';
import { LaneTable } from './LaneTable';
import { Legend } from './Legend';
import type { Span } from '../axis/useSpan';

type Lane = Schemas['LaneView'];

/** Name and address, the axis, and what is to be done: of each row alike. */
const COLUMNS = 'grid grid-cols-1 md:grid-cols-[22rem_1fr] xl:grid-cols-[22rem_1fr_15rem]';

const textOf = ({ site }: Lane) => [site.title, ...site.addresses.map((a) => a.shown)].join(' ');

const latest = ({ notches }: Lane) =>
  notches.reduce((last, notch) => (notch.at > last ? notch.at : last), '');

const attention = ({ site }: Lane) => (stepsOf(site).some((step) => step.attention) ? 0 : 1);

const ORDERS: [Order<Lane>, ...Order<Lane>[]] = [
  { key: 'made', words: 'In the order they were made' },
  { key: 'attention', words: 'What needs attention first', compare: (a, b) => attention(a) - attention(b) },
  { key: 'name', words: 'By name', compare: (a, b) => a.site.title.localeCompare(b.site.title) },
  { key: 'latest', words: 'Latest version first', compare: (a, b) => latest(b).localeCompare(latest(a)) },
];

/** One time axis for all sites, a lane a site. @param over what lies over a lane's chart */
export function Lanes({
  lanes,
  span,
  over,
}: {
  lanes: Lane[];
  span: Span;
  over?: (lane: Lane, axis: Axis) => ReactNode;
}) {
  const { axis } = span;
  const listing = useListing({
    rows: lanes,
    label: 'Filter sites by name or address',
    text: textOf,
    orders: ORDERS,
  });
  return (
    <>
      {listing.controls}
      <div className="mb-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <InstantField value={span.typed} onChange={span.setTyped} />
        <ReachChoice reach={span.reach} onChange={span.setReach} />
      </div>
      <div className={COLUMNS}>
        <div className="border-ink hidden border-b md:block" />
        <div className="border-ink border-b">
          <Marks axis={axis} />
        </div>
        <div className="border-ink hidden border-b xl:block" />
      </div>
      <PageRows rows={listing.rows} about={92} keyOf={(lane) => lane.site.id}>
        {(lane) => <LaneRow lane={lane} axis={axis} over={over?.(lane, axis)} />}
      </PageRows>
      <Legend plans={over !== undefined} />
      <LaneTable lanes={listing.rows} />
    </>
  );
}

function ReachChoice({ reach, onChange }: { reach: Reach; onChange: (reach: Reach) => void }) {
  return (
    <fieldset className="ml-auto flex flex-wrap items-center gap-x-1">
      <legend className="sr-only">How much of the time axis is shown</legend>
      {REACHES.map(([each, words]) => (
        <label
          key={each}
          className={`has-focus-visible:outline-ink cursor-pointer px-2 py-0.5 has-focus-visible:outline-2 ${each === reach ? 'bg-land font-medium' : 'text-soft hover:underline'}`}
        >
          <input
            type="radio"
            name="axis"
            className="sr-only"
            checked={each === reach}
            onChange={() => {
              onChange(each);
            }}
          />
          {words}
        </label>
      ))}
    </fieldset>
  );
}

function Marks({ axis }: { axis: Axis }) {
  return (
    <div className="relative h-8" aria-hidden>
      {axis.marks.map((mark, i) => (
        <span
          key={mark.getTime()}
          className={`text-soft absolute bottom-1 -translate-x-1/2 text-[0.85rem] whitespace-nowrap ${i % 3 === 1 ? '' : 'max-md:hidden'}`}
          style={{ left: `${String((axis.x(mark) / WIDTH) * 100)}%` }}
        >
          {markWords(axis, mark)}
        </span>
      ))}
    </div>
  );
}

/** How many steps stand there at once: what needs attention, and what comes next. */
const FIRST = 2;

function StepLine({ step }: { step: Step }) {
  return (
    <p className="flex gap-1.5">
      {step.attention && <Diamond />}
      <Link to={step.to} className="min-w-0 py-0.5 [overflow-wrap:anywhere]">
        {step.words}
      </Link>
    </p>
  );
}

function LaneRow({ lane, axis, over }: { lane: Lane; axis: Axis; over: ReactNode }) {
  const { site } = lane;
  const main = site.addresses[0];
  const steps = stepsOf(site);
  return (
    <div className={COLUMNS}>
      <div className="border-water border-b py-3 pr-3">
        <Link to={`/sites/${site.id}`} className="flex items-center gap-2.5 no-underline hover:underline">
          <Flag flag={site.flag} size={30} />
          <span className="font-head text-[1.1rem] font-semibold [overflow-wrap:anywhere]">{site.title}</span>
        </Link>
        <div className="mt-0.5 flex min-w-0 pl-10">
          {main && site.live && <PublicLink url={main.url} />}
          {main && !site.live && <HostName name={main.shown} />}
          {!main && <span className="text-soft">no address yet</span>}
        </div>
      </div>
      <div className="border-water relative md:flex md:flex-col md:justify-start md:border-b md:py-2">
        <LaneChart lane={lane} axis={axis} />
        <LaneLinks lane={lane} axis={axis} plans={over === undefined} />
        {over}
      </div>
      <div className="border-water border-b py-2 pl-1 md:col-start-2 xl:col-start-auto xl:py-3 xl:pl-4">
        <Pennant state={standingOf(site)} />
        {steps.slice(0, FIRST).map((step) => (
          <StepLine key={step.words} step={step} />
        ))}
        {steps.length > FIRST && (
          <details>
            <summary className="min-h-[25px] cursor-pointer">{steps.length - FIRST} more</summary>
            {steps.slice(FIRST).map((step) => (
              <StepLine key={step.words} step={step} />
            ))}
          </details>
        )}
        {steps.length === 0 && site.live && <p className="text-soft">Nothing to do</p>}
        {steps.length === 0 && !site.live && (
          <p>
            <Link to={`/sites/${site.id}/when`}>Put live again from its page</Link>
          </p>
        )}
      </div>
    </div>
  );
}
