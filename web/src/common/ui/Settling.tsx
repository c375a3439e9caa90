import { useEffect, useState, type ReactNode } from 'react';
import { useMatches, useParams } from 'react-router';
import { queries } from '../api/queries';

/** How long a screen may wait for its answers before that is said, in milliseconds. */
const SAID_MS = 1_000;

/** And before it is shown as far as it is. */
const LONGEST_MS = 5_000;

/** A question that follows from an answer is asked within as many frames of it. */
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
  const [slow, setSlow] = useState(false);
  if (screen !== last) {
    setLast(screen);
    setComing(coming ?? 'next');
    setSlow(false);
  }
  useEffect(() => {
    let quiet = 0;
    let frame = 0;
    const show = () => {
      setComing(null);
      setSlow(false);
    };
    const look = () => {
      quiet = asking() ? 0 : quiet + 1;
      if (quiet >= QUIET_FRAMES) show();
      else frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    const said = setTimeout(() => {
      if (asking()) setSlow(true);
    }, SAID_MS);
    const longest = setTimeout(show, LONGEST_MS);
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(said);
      clearTimeout(longest);
    };
  }, [screen]);
  return (
    <div data-coming={coming ?? undefined}>
      {slow && coming !== null && (
        <p role="status" className="text-soft absolute top-28 left-4">
          Loading …
        </p>
      )}
      {children}
    </div>
  );
}
