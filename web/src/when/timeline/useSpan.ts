import { useSearchParams } from 'react-router';
import { useHarborNow } from '../../common/api/harborClock';
import { instantTyped } from '../../common/ui/time';
import { axisAround, daysAhead, isReach, type Axis, type Reach } from './axis';

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
  /** How many days of what is to come have to be known to draw it. */
  ahead: number;
}

export function useSpan(): Span {
  const [search, setSearch] = useSearchParams();
  const now = new Date(useHarborNow());
  const given = search.get('axis');
  const reach = isReach(given) ? given : 'months';
  const typed = search.get('day') ?? '';
  const at = instantOf(typed);
  const middle = at === null ? now : new Date(at);
  const put = (name: string, value: string, usual: string) => {
    setSearch(
      (before) => {
        const after = new URLSearchParams(before);
        if (value === usual) after.delete(name);
        else after.set(name, value);
        return after;
      },
      { replace: true },
    );
  };
  return {
    reach,
    setReach: (wanted) => {
      put('axis', wanted, 'months');
    },
    typed,
    setTyped: (wanted) => {
      put('day', wanted, '');
    },
    at,
    axis: axisAround(now, reach, middle),
    ahead: daysAhead(reach) + Math.max(0, Math.ceil((middle.getTime() - now.getTime()) / 86_400_000)),
  };
}

function instantOf(typed: string): string | null {
  try {
    return typed === '' ? null : instantTyped(typed);
  } catch {
    // A link that somebody else wrote.
    return null;
  }
}
