import type { Schemas } from '../../common/api/client';
import { shown } from '../../common/clock/time';
import { counted } from '../../common/ui/Words';
import { standingOf } from '../../what/site/thisSite';
import { WIDTH, type Axis } from '../axis/axis';

type Lane = Schemas['LaneView'];

function describe({ site, spans, notches, toldFrom }: Lane) {
  const state = site.live ? `live with version ${String(site.liveVersion)}` : 'not live';
  const since = shown(toldFrom, 'd MMM yyyy');
  return `${site.title}: ${state}; since ${since} ${counted(notches.length, 'version')}, live ${counted(spans.length, 'time')}`;
}

/** A lane's bands, notches and hatching, and what is planned. */
export function LaneChart({ lane, axis }: { lane: Lane; axis: Axis }) {
  const { x, now } = axis;
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
    .filter((n) => n.at >= 0 && n.at <= WIDTH);
  // Of a site with very many versions only the latest are told: what was before is not "nothing".
  const untold = clamp(x(new Date(lane.toldFrom)));
  const ahead = foreseen(lane, now).map((part) => ({
    ...part,
    a: clamp(x(part.from)),
    b: clamp(x(part.until)),
  }));
  const closings = lane.closures.map((c) => ({
    a: clamp(x(new Date(c.from))),
    b: clamp(c.until === null ? x(now) : x(new Date(c.until))),
  }));
  return (
    <svg
      viewBox={`0 0 ${String(WIDTH)} 60`}
      preserveAspectRatio="none"
      className="block h-14 w-full"
      role="img"
      aria-label={describe(lane)}
    >
      {axis.marks.map((day) => (
        <path
          key={day.getTime()}
          d={`M${String(x(day))} 0v60`}
          className="stroke-water/40"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {untold > 0 && (
        <rect x={0} y={18} width={untold} height={26} className="fill-land">
          <title>{`Only the latest ${counted(notches.length, 'version')} are drawn`}</title>
        </rect>
      )}
      <path
        d={`M${String(untold)} 44H${String(WIDTH)}`}
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
                <title>{`${shown(part.from, 'd MMM yyyy, HH:mm')}: ${part.words}`}</title>
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
            {`Version ${String(notch.number)}${notch.name ? ` · ${notch.name}` : ''} · ${shown(notch.time, 'd MMM yyyy, HH:mm')}`}
          </title>
        </path>
      ))}
      <path
        d={`M${String(x(now))} 0v60`}
        className="stroke-ink"
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
      />
      {axis.middle !== now && (
        <path
          d={`M${String(x(axis.middle))} 0v60`}
          className="stroke-ink"
          strokeDasharray="2 3"
          vectorEffect="non-scaling-stroke"
        />
      )}
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

/** How a site will stand from now on, part by part, if nothing else is decided; as far as that was asked for. */
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
  return parts.map((part, i) => ({ ...part, until: parts[i + 1]?.from ?? new Date(lane.aheadUntil) }));
}
