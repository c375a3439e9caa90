import { scaleTime } from 'd3-scale';
import { addDays, format, startOfDay } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Flag } from '../../common/ui/Flag';
import { Diamond } from '../../common/ui/Notice';
import { Pennant } from '../../common/ui/Pennant';
import { HostName, PublicLink } from '../../common/ui/Words';
import { useHarborNow } from '../../common/api/harborClock';
import { newsOf } from '../../what/site/nextSteps';
import { standingOf } from '../../what/site/thisSite';

type Lane = Schemas['LaneView'];

const WIDTH = 1000;
const DAYS = 30;

/** One time axis for all sites: 30 days back to 30 days on, a lane a site. */
export function Lanes({ lanes }: { lanes: Lane[] }) {
  const now = new Date(useHarborNow());
  const [filter, setFilter] = useState('');
  const x = scaleTime([addDays(now, -DAYS), addDays(now, DAYS)], [0, WIDTH]);
  const shown = lanes.filter(({ site }) =>
    [site.title, ...site.addresses.map((a) => a.shown)]
      .join(' ')
      .toLowerCase()
      .includes(filter.toLowerCase()),
  );
  return (
    <>
      {lanes.length > 8 && (
        <label className="mb-3 block">
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
      <div className="grid grid-cols-1 md:grid-cols-[22rem_1fr] xl:grid-cols-[23rem_1fr_12rem]">
        <div className="border-ink hidden border-b md:block" />
        <div className="border-ink hidden border-b md:block">
          <Axis x={x} now={now} />
        </div>
        <div className="border-ink hidden border-b xl:block" />
        {shown.map((lane) => (
          <LaneRow key={lane.site.id} lane={lane} x={x} now={now} />
        ))}
      </div>
      <Legend />
    </>
  );
}

type X = ReturnType<typeof scaleTime<number>>;

function weeks(now: Date) {
  return Array.from({ length: 9 }, (_, i) => startOfDay(addDays(now, (i - 4) * 7)));
}

function Axis({ x, now }: { x: X; now: Date }) {
  return (
    <div className="relative h-8" aria-hidden>
      {weeks(now).map((day) => (
        <span
          key={day.getTime()}
          className="text-soft absolute bottom-1 -translate-x-1/2 text-[0.85rem] whitespace-nowrap"
          style={{ left: `${String((x(day) / WIDTH) * 100)}%` }}
        >
          {format(day, 'd MMM')}
        </span>
      ))}
    </div>
  );
}

function LaneRow({ lane, x, now }: { lane: Lane; x: X; now: Date }) {
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
      <div className="border-water relative md:border-b">
        <LaneChart lane={lane} x={x} now={now} />
      </div>
      <div className="border-water border-b py-2 pl-1 md:col-start-2 xl:col-start-auto xl:py-3 xl:pl-4">
        <Pennant state={standingOf(site)} />
        {steps.map((step) => (
          <p key={step.words} className="flex gap-1.5">
            {step.attention && <Diamond />}
            <Link to={step.to} className="min-w-0 py-0.5 [overflow-wrap:anywhere]">
              {step.words}
            </Link>
          </p>
        ))}
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

function describe({ site, spans, notches }: Lane) {
  const state = site.live ? `live with version ${String(site.liveVersion)}` : 'not live';
  return `${site.title}: ${state}; ${String(notches.length)} versions; live ${String(spans.length)} times`;
}

function LaneChart({ lane, x, now }: { lane: Lane; x: X; now: Date }) {
  const clamp = (at: number) => Math.max(0, Math.min(WIDTH, at));
  const bands = lane.spans
    .map((span) => ({
      ...span,
      a: clamp(x(new Date(span.from))),
      b: clamp(span.until ? x(new Date(span.until)) : x(now)),
    }))
    .filter((band) => band.b > band.a);
  const notches = lane.notches
    .map((n) => ({ ...n, at: x(new Date(n.at)), time: n.at }))
    .filter((n) => n.at >= 0);
  const ahead = foreseen(lane, now).map((part) => ({
    ...part,
    a: clamp(x(part.from)),
    b: clamp(part.until === null ? WIDTH : x(part.until)),
  }));
  const closings = lane.closures.map((c) => ({
    a: clamp(x(new Date(c.from))),
    b: clamp(c.until === null ? x(now) : x(new Date(c.until))),
  }));
  return (
    <svg
      viewBox={`0 0 ${String(WIDTH)} 60`}
      preserveAspectRatio="none"
      className="block h-full min-h-14 w-full"
      role="img"
      aria-label={describe(lane)}
    >
      {weeks(now).map((day) => (
        <path
          key={day.getTime()}
          d={`M${String(x(day))} 0v60`}
          className="stroke-water/40"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      <path
        d={`M0 44H${String(WIDTH)}`}
        className="stroke-water"
        strokeDasharray="2 5"
        vectorEffect="non-scaling-stroke"
      />
      {bands.map((band) => (
        <rect key={band.from} x={band.a} y={18} width={band.b - band.a} height={26} className="fill-shoal" />
      ))}
      {bands.map((band) => (
        <path
          key={`${band.from}line`}
          d={`M${String(band.a)} 18H${String(band.b)}M${String(band.a)} 44H${String(band.b)}`}
          className="stroke-ink"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {ahead
        .filter((part) => part.standing !== 'NOT_LIVE' && part.b > part.a)
        .map((part) => (
          <g key={part.from.getTime()}>
            {part.changes && (
              <rect x={part.a} y={18} width={part.b - part.a} height={26} className="fill-shoal/60" />
            )}
            <path
              d={`M${String(part.a)} 18H${String(part.b)}M${String(part.a)} 44H${String(part.b)}`}
              className="stroke-water"
              strokeDasharray="6 4"
              vectorEffect="non-scaling-stroke"
            />
            {part.standing === 'CLOSED' && <Hatch a={part.a} b={part.b} />}
            {part.changes && (
              <path
                d={`M${String(part.a)} 11V44`}
                className="stroke-water"
                strokeWidth="2"
                strokeDasharray="3 3"
                vectorEffect="non-scaling-stroke"
              >
                <title>{`${format(part.from, 'd MMM yyyy, HH:mm')}: ${part.words}`}</title>
              </path>
            )}
          </g>
        ))}
      {closings
        .filter((c) => c.b > c.a)
        .map((c) => (
          <Hatch key={c.a} a={c.a} b={c.b} />
        ))}
      {notches.map((notch) => (
        <path
          key={notch.number}
          d={`M${String(notch.at)} ${notch.published ? '11V44' : '30V44'}`}
          className="stroke-ink"
          strokeWidth={notch.published ? 2 : 1.2}
          vectorEffect="non-scaling-stroke"
        >
          <title>
            {`Version ${String(notch.number)}${notch.name ? ` · ${notch.name}` : ''} · ${format(new Date(notch.time), 'd MMM yyyy, HH:mm')}`}
          </title>
        </path>
      ))}
      <path
        d={`M${String(x(now))} 0v60`}
        className="stroke-ink"
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

/** Closed: hatched from edge to edge of the band. */
function Hatch({ a, b }: { a: number; b: number }) {
  const strokes = Array.from({ length: Math.floor((b - a) / 8) + 1 }, (_, i) => a + i * 8);
  return (
    <path
      d={strokes.map((at) => `M${String(at)} 44L${String(Math.min(b, at + 8))} 18`).join('')}
      className="stroke-ink"
      strokeWidth={0.8}
      vectorEffect="non-scaling-stroke"
    />
  );
}

/** How a site will stand from now on, part by part, if nothing else is decided. */
function foreseen(lane: Lane, now: Date) {
  const parts = [
    { from: now, standing: standingOf(lane.site), changes: false, words: '' },
    ...lane.ahead.map((step) => ({
      from: new Date(step.at),
      standing: step.state === 'CLOSED' ? 'CLOSED' : step.live ? 'LIVE' : 'NOT_LIVE',
      changes: true,
      words: step.words,
    })),
  ];
  return parts.map((part, i) => ({ ...part, until: parts[i + 1]?.from ?? null }));
}

function Legend() {
  const item = 'inline-flex items-center gap-1.5';
  return (
    <p className="text-soft mt-3 flex flex-wrap gap-x-5 gap-y-1 text-[0.93rem]">
      <span className={item}>
        <svg viewBox="0 0 24 12" className="h-3 w-6" aria-hidden>
          <path d="M0 0h24v12H0z" className="fill-shoal" />
          <path d="M0 .5h24M0 11.5h24" className="stroke-ink" />
        </svg>
        live
      </span>
      <span className={item}>
        <svg viewBox="0 0 12 12" className="size-3" aria-hidden>
          <path d="M6 0v12" className="stroke-ink" strokeWidth="2" />
        </svg>
        version published
      </span>
      <span className={item}>
        <svg viewBox="0 0 12 12" className="size-3" aria-hidden>
          <path d="M6 5v7" className="stroke-ink" strokeWidth="1.2" />
        </svg>
        version saved
      </span>
      <span className={item}>
        <svg viewBox="0 0 24 12" className="h-3 w-6" aria-hidden>
          <path d="M0 12 8 0M8 12 16 0M16 12 24 0" className="stroke-ink" strokeWidth="0.8" />
        </svg>
        closed
      </span>
      <span className={item}>
        <svg viewBox="0 0 24 12" className="h-3 w-6" aria-hidden>
          <path d="M0 0h24v12H0z" className="fill-shoal/60" />
          <path d="M0 .5h24M0 11.5h24" className="stroke-water" strokeDasharray="4 3" />
        </svg>
        planned
      </span>
      <span>the full line is now</span>
    </p>
  );
}
