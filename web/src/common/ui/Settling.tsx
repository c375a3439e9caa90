import { useEffect, useState, type ReactNode } from 'react';
import { useMatches, useParams } from 'react-router';
import { queries } from '../api/queries';

/** How long a screen may wait for its answers before it is shown as far as it is, in milliseconds. */
const LONGEST_MS = 1_000;

/** What asks on when it is answered does so within as many frames. */
const QUIET_FRAMES = 3;

/** Whether something that is in use has never been answered yet. */
const asking = () =>
  queries.isFetching({
    predicate: (query) => query.state.status === 'pending' && query.getObserversCount() > 0,
  }) > 0;

/**
 * Shows a screen once all that it asks first is answered, so that nothing jumps; the line at the top the first time only.
 * Who reads by ear, and the keys, have it at once.
 */
export function Settling({ children }: { children: ReactNode }) {
  const route = useMatches().at(-1)?.id;
  const { siteId } = useParams();
  const screen = `${String(route)} ${String(siteId)}`;
  const [last, setLast] = useState(screen);
  const [coming, setComing] = useState<'first' | 'next' | null>('first');
  if (screen !== last) {
    setLast(screen);
    setComing(coming ?? 'next');
  }
  useEffect(() => {
    let quiet = 0;
    let frame = 0;
    const show = () => {
      setComing(null);
    };
    const look = () => {
      quiet = asking() ? 0 : quiet + 1;
      if (quiet >= QUIET_FRAMES) show();
      else frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    const longest = setTimeout(show, LONGEST_MS);
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(longest);
    };
  }, [screen]);
  return <div data-coming={coming ?? undefined}>{children}</div>;
}
