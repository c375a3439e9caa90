import { lazy, Suspense, type ReactNode } from 'react';

/** As many are drawn as they are. */
const MANY = 100;

// Only who has many needs it.
const LongRows = lazy(async () => ({ default: (await import('./LongRows')).LongRows })) as <T>(
  props: Props<T>,
) => ReactNode;

interface Props<T> {
  rows: readonly T[];
  /** How high a row is about, in pixels. */
  about: number;
  keyOf: (row: T) => string;
  children: (row: T) => ReactNode;
}

/** A list that is as long as the page; of very many rows only those in sight are drawn. */
export function PageRows<T>(props: Props<T>) {
  const { rows, about, keyOf, children } = props;
  if (rows.length > MANY) {
    return (
      <Suspense fallback={<div style={{ height: about * rows.length }} />}>
        <LongRows {...props} />
      </Suspense>
    );
  }
  return (
    <ul>
      {rows.map((row) => (
        <li key={keyOf(row)}>{children(row)}</li>
      ))}
    </ul>
  );
}
