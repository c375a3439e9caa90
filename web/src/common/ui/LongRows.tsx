import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';

interface Props<T> {
  rows: readonly T[];
  /** How high a row is about, in pixels. */
  about: number;
  keyOf: (row: T) => string;
  children: (row: T) => ReactNode;
}

/** A list as long as the page, of which only the rows in sight are drawn; they may differ in height. */
export function LongRows<T>({ rows, about, keyOf, children }: Props<T>) {
  const list = useRef<HTMLUListElement>(null);
  const [top, setTop] = useState(0);
  // What stands above may come and go.
  useLayoutEffect(() => {
    setTop((list.current?.getBoundingClientRect().top ?? 0) + window.scrollY);
  }, [rows]);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => about,
    overscan: 3,
    useFlushSync: false,
    scrollMargin: top,
  });
  return (
    <ul ref={list} className="relative" style={{ height: virtual.getTotalSize() }}>
      {virtual.getVirtualItems().map((item) => {
        const row = rows[item.index];
        return (
          row !== undefined && (
            <li
              key={keyOf(row)}
              ref={virtual.measureElement}
              data-index={item.index}
              aria-setsize={rows.length}
              aria-posinset={item.index + 1}
              className="absolute inset-x-0"
              style={{ top: item.start - top }}
            >
              {children(row)}
            </li>
          )
        );
      })}
    </ul>
  );
}
