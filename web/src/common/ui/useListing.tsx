import { useMemo, type ReactNode } from 'react';
import { Filter } from './Filter';
import { useInUrl } from './useInUrl';

/** One way to put rows in order. */
export interface Order<T> {
  key: string;
  words: string;
  /** None: as they come. */
  compare?: (a: T, b: T) => number;
}

interface Wanted<T> {
  rows: readonly T[];
  /** What the field to filter by is called, such as "Filter by path". */
  label: string;
  /** What of a row is searched. */
  text: (row: T) => string;
  /** The first is the usual one. */
  orders: readonly [Order<T>, ...Order<T>[]];
}

interface Listing<T> {
  /** Those that match, in order. */
  rows: T[];
  /** The field and the choice; nothing while the list is so short that it is seen whole. */
  controls: ReactNode;
}

/** As many are seen at once. */
const FEW = 8;

/** Rows that match what is typed, by words in any order, as they were before. */
export function matching<T>(rows: readonly T[], text: (row: T) => string, typed: string): T[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return rows.filter((row) => {
    const all = text(row).toLowerCase();
    return words.every((word) => all.includes(word));
  });
}

/** A list that can be filtered and ordered; both stand in the URL, so that back, reload and a copied link keep them. */
export function useListing<T>({ rows, label, text, orders }: Wanted<T>): Listing<T> {
  const [typed, setTyped] = useInUrl<string>('filter', '');
  const [key, setKey] = useInUrl<string>('order', orders[0].key);
  const order = orders.find((each) => each.key === key) ?? orders[0];
  const shown = useMemo(() => {
    const found = matching(rows, text, typed);
    return order.compare === undefined ? found : found.sort(order.compare);
  }, [rows, text, typed, order]);
  return {
    rows: shown,
    controls: (rows.length > FEW || typed !== '') && (
      <div className="mb-2 flex flex-wrap gap-2">
        <Filter label={label} value={typed} onChange={setTyped} className="min-w-40 flex-1" />
        {orders.length > 1 && (
          <select
            aria-label="Order"
            value={order.key}
            className="border-ink bg-paper max-w-full border px-2 py-1"
            onChange={(event) => {
              setKey(event.target.value);
            }}
          >
            {orders.map((each) => (
              <option key={each.key} value={each.key}>
                {each.words}
              </option>
            ))}
          </select>
        )}
        <span role="status" className="sr-only">
          {typed === '' ? '' : `${String(shown.length)} of ${String(rows.length)}`}
        </span>
        {shown.length === 0 && <p className="text-soft w-full">No matches</p>}
      </div>
    ),
  };
}
