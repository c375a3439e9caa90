import { useRef, useSyncExternalStore, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { counted } from '../../common/ui/Words';
import { shown } from '../../common/clock/time';
import { WIDTH, type Axis } from '../axis/axis';

type Lane = Schemas['LaneView'];

/** Nearer to each other than this, on the axis, marks are one place to press. */
const NEAR_WIDE = 38;
const NEAR_NARROW = 80;

interface Spot {
  at: number;
  /** Where the last of those that are one place lies. */
  last: number;
  words: string[];
  to: string;
  all: string;
}

/** The versions and plans of a lane, to be pressed; by keyboard the lane is one stop, with arrows between them. */
export function LaneLinks({ lane, axis, plans }: { lane: Lane; axis: Axis; plans: boolean }) {
  const box = useRef<HTMLDivElement>(null);
  const near = useWide() ? NEAR_WIDE : NEAR_NARROW;
  const spots = spotsOf(lane, axis, plans, near);
  const move = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const links = Array.from(box.current?.querySelectorAll('a') ?? []);
    const here = links.indexOf(document.activeElement as HTMLAnchorElement);
    const next = by === 0 || here < 0 ? undefined : links[here + by];
    if (next) {
      event.preventDefault();
      next.focus();
    }
  };
  return (
    <div ref={box} className="pointer-events-none absolute inset-x-0 top-0 h-14 md:top-2">
      {spots.map((spot, i) => (
        <Link
          key={spot.to + String(spot.at)}
          to={spot.words.length === 1 ? spot.to : spot.all}
          tabIndex={i === 0 ? 0 : -1}
          onKeyDown={move}
          aria-label={spot.words.join('; ')}
          title={spot.words.join('\n')}
          className="hover:bg-ink/10 pointer-events-auto absolute top-1 h-12 w-6 -translate-x-1/2"
          style={{ left: `${String(((spot.at + spot.last) / 2 / WIDTH) * 100)}%` }}
        />
      ))}
    </div>
  );
}

function spotsOf(lane: Lane, axis: Axis, plans: boolean, near: number): Spot[] {
  const versions = `/sites/${lane.site.id}/what/versions`;
  const when = `/sites/${lane.site.id}/when`;
  const name = lane.site.title;
  // A plan that can be moved lies over what is next to it; the table has that, too.
  const handles = plans ? [] : lane.ahead.map((step) => axis.x(new Date(step.at)));
  const all = [
    ...lane.notches.map((notch) => ({
      at: axis.x(new Date(notch.at)),
      words: `${name}, version ${String(notch.number)}${notch.name ? ` (${notch.name})` : ''}, ${shown(new Date(notch.at), 'd MMM yyyy, HH:mm')}`,
      to: `${versions}/${String(notch.number)}`,
      all: versions,
    })),
    ...(plans
      ? lane.ahead.map((step) => ({
          at: axis.x(new Date(step.at)),
          words: `${name}, planned for ${shown(new Date(step.at), 'd MMM yyyy, HH:mm')}: ${step.words}`,
          to: when,
          all: when,
        }))
      : []),
  ]
    .filter(({ at }) => at >= 0 && at <= WIDTH && !handles.some((handle) => Math.abs(handle - at) < near))
    .sort((a, b) => a.at - b.at);
  const spots: Spot[] = [];
  for (const each of all) {
    const before = spots.at(-1);
    if (before && each.at - before.last < near && each.at - before.at < 3 * near) {
      before.last = each.at;
      before.words.push(each.words);
      if (before.all !== each.all) before.all = when;
    } else {
      spots.push({ ...each, last: each.at, words: [each.words] });
    }
  }
  return spots.map((spot) =>
    spot.words.length > 3
      ? { ...spot, words: [...spot.words.slice(0, 2), counted(spot.words.length - 2, 'more', 'more')] }
      : spot,
  );
}

const WIDE = '(min-width: 768px)';

function useWide() {
  return useSyncExternalStore(
    (changed) => {
      const query = window.matchMedia(WIDE);
      query.addEventListener('change', changed);
      return () => {
        query.removeEventListener('change', changed);
      };
    },
    () => window.matchMedia(WIDE).matches,
  );
}
