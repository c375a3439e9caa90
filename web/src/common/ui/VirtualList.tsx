import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, type KeyboardEvent, type ReactNode } from 'react';

interface Props<T> {
  rows: T[];
  /** Under which name the place in the list is kept, for when one comes back to it. */
  keep?: string;
  /** Height of each row in pixels. */
  height: number;
  keyOf: (row: T) => string;
  /** How a row looks, beside where it stands. */
  look?: (row: T) => string;
  className?: string;
  children: (row: T) => ReactNode;
}

/** How many frames the browser gets for drawing a row that is far away. */
const MOST_FRAMES = 60;

/** How far each list was scrolled down, by its name, as long as the page is open. */
const places = new Map<string, number>();

/** How far a key goes in a list of so many rows; nothing for other keys. */
export function moved(key: string, from: number, rows: number, page: number): number | undefined {
  const to = {
    ArrowDown: from + 1,
    ArrowUp: from - 1,
    PageDown: from + page,
    PageUp: from - page,
    Home: 0,
    End: rows - 1,
  }[key];
  return to === undefined ? undefined : Math.max(0, Math.min(rows - 1, to));
}

/**
 * A list of which only the rows in sight are drawn, so that thousands are as easy as three. The arrow keys go from row to
 * row, at the same place in each: from link to link, or from tick to tick.
 */
export function VirtualList<T>({ rows, keep, height, keyOf, look, className = '', children }: Props<T>) {
  const scroller = useRef<HTMLDivElement>(null);
  const heading = useRef<number>(undefined);
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan: 4,
    // Rows are drawn when the browser comes to it, so that a key is never kept waiting for them.
    useFlushSync: false,
    initialOffset: () => (keep === undefined ? 0 : (places.get(keep) ?? 0)),
  });
  const move = (event: KeyboardEvent<HTMLUListElement>) => {
    const at = event.target as HTMLElement;
    const row = at.closest<HTMLElement>('li[data-index]');
    if (!row || at.matches('input:not([type=checkbox]), select, textarea')) return;
    const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? 0) / height) - 1);
    // Keys may come faster than rows are drawn: the next one goes on from where the one before goes to.
    const to = moved(event.key, heading.current ?? Number(row.dataset['index']), rows.length, page);
    if (to === undefined) return;
    event.preventDefault();
    const place = reached(row).indexOf(at);
    const reach = () => {
      const next = scroller.current?.querySelector<HTMLElement>(`li[data-index="${String(to)}"]`);
      if (next) (reached(next)[place] ?? reached(next)[0])?.focus();
      return next != null;
    };
    virtual.scrollToIndex(to);
    heading.current = undefined;
    if (reach()) return;
    heading.current = to;
    // The row has to be drawn first, which takes a frame or a few.
    const wait = (frames: number) => {
      requestAnimationFrame(() => {
        if (heading.current !== to) return;
        if (!reach() && frames > 0) wait(frames - 1);
        else heading.current = undefined;
      });
    };
    wait(MOST_FRAMES);
  };
  return (
    <div
      ref={scroller}
      className={`border-water overflow-auto border-y ${className}`}
      tabIndex={-1}
      onScroll={(event) => {
        if (keep !== undefined) places.set(keep, event.currentTarget.scrollTop);
      }}
    >
      {/* The keys only go on from what has the focus within, which each browser can reach by itself. */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions */}
      <ul style={{ height: virtual.getTotalSize() }} className="relative" onKeyDown={move}>
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index];
          return (
            row !== undefined && (
              <li
                key={keyOf(row)}
                data-index={item.index}
                aria-setsize={rows.length}
                aria-posinset={item.index + 1}
                className={`absolute inset-x-0 ${look?.(row) ?? ''}`}
                style={{ top: item.start, height }}
              >
                {children(row)}
              </li>
            )
          );
        })}
      </ul>
    </div>
  );
}

/** What the focus can be on in a row. */
const reached = (row: HTMLElement) => [...row.querySelectorAll<HTMLElement>('a[href], button, input')];
