import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, type ReactNode } from 'react';

interface Props<T> {
  rows: T[];
  /** Height of each row in pixels. */
  height: number;
  keyOf: (row: T) => string;
  /** How a row looks, beside where it stands. */
  look?: (row: T) => string;
  className?: string;
  children: (row: T) => ReactNode;
}

/** A list of which only the rows in sight are drawn, so that thousands are as easy as three. */
export function VirtualList<T>({ rows, height, keyOf, look, className = '', children }: Props<T>) {
  const scroller = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan: 10,
  });
  return (
    <div ref={scroller} className={`border-water overflow-auto border-y ${className}`} tabIndex={-1}>
      <ul style={{ height: virtual.getTotalSize() }} className="relative">
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index];
          return (
            row !== undefined && (
              <li
                key={keyOf(row)}
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
