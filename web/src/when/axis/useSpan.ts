import { useHarborNow } from '../../common/clock/harborClock';
import { instantTyped } from '../../common/clock/time';
import { useInUrl } from '../../common/ui/useInUrl';
import { axisAround, daysAhead, isReach, type Axis, type Reach } from './axis';

const USUAL = 'months';

/** What stretch of time is looked at: kept in the URL. */
export interface Span {
  reach: Reach;
  setReach: (reach: Reach) => void;
  /** The day and time that was asked for, as it is typed; empty for none. */
  typed: string;
  setTyped: (typed: string) => void;
  /** The same as an instant. */
  at: string | null;
  axis: Axis;
  /** How many days of what was and of what is to come have to be known to draw it. */
  known: { back: number; ahead: number };
}

export function useSpan(): Span {
  const now = new Date(useHarborNow());
  const [given, setReach] = useInUrl<string>('axis', USUAL);
  const [typed, setTyped] = useInUrl<string>('day', '');
  const reach = isReach(given) ? given : USUAL;
  const at = instantOf(typed);
  const middle = at === null ? now : new Date(at);
  return {
    reach,
    setReach,
    typed,
    setTyped,
    at,
    axis: axisAround(now, reach, middle),
    known: {
      back: Math.max(366, Math.ceil(daysAhead(reach) + days(middle, now))),
      ahead: daysAhead(reach) + Math.max(0, Math.ceil(days(now, middle))),
    },
  };
}

const days = (from: Date, to: Date) => (to.getTime() - from.getTime()) / 86_400_000;

function instantOf(typed: string): string | null {
  try {
    return typed === '' ? null : instantTyped(typed);
  } catch {
    // A link that somebody else wrote.
    return null;
  }
}
