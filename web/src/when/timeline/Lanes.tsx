import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Flag } from '../../common/ui/Flag';
import { Diamond } from '../../common/ui/Notice';
import { Pennant } from '../../common/ui/Pennant';
import { HostName, PublicLink } from '../../common/ui/Words';
import { newsOf, type Step } from '../../what/site/nextSteps';
import { standingOf } from '../../what/site/thisSite';
import { InstantField } from '../plan/AtInstant';
import { markWords, REACHES, WIDTH, type Axis, type Reach } from './axis';
import { LaneChart } from './LaneChart';
import { LaneLinks } from './LaneLinks';
import { LaneTable } from './LaneTable';
import { Legend } from './Legend';
import type { Span } from './useSpan';

type Lane = Schemas['LaneView'];

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
  const [filter, setFilter] = useState('');
  const { axis } = span;
  const shownLanes = lanes.filter(({ site }) =>
    [site.title, ...site.addresses.map((a) => a.shown)]
      .join(' ')
      .toLowerCase()
      .includes(filter.toLowerCase()),
  );
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        {lanes.length > 8 && (
          <label className="block">
            <span className="mr-2">Only sites called</span>
            <input
              value={filter}
              onChange={(e) => {
                setFilter(e.target.value);
              }}
              className="border-ink bg-paper border px-2 py-1"
            />
          </label>
        )}
        <InstantField value={span.typed} onChange={span.setTyped} />
        <ReachChoice reach={span.reach} onChange={span.setReach} />
      </div>
      <div className="grid grid-cols-1 md:grid-cols-[22rem_1fr] xl:grid-cols-[22rem_1fr_15rem]">
        <div className="border-ink hidden border-b md:block" />
        <div className="border-ink border-b">
          <Marks axis={axis} />
        </div>
        <div className="border-ink hidden border-b xl:block" />
        {shownLanes.map((lane) => (
          <LaneRow key={lane.site.id} lane={lane} axis={axis} over={over?.(lane, axis)} />
        ))}
      </div>
      <Legend plans={over !== undefined} />
      <LaneTable lanes={shownLanes} />
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
  const steps = newsOf(site);
  return (
    <>
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
    </>
  );
}
