import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/**
 * A choice that belongs to the page, such as a filter or an order: it stands in the URL, so that back, reload and a copied
 * link keep it. What is usual is left out.
 */
export function useInUrl<T extends string>(name: string, usual: T): [T, (value: T) => void] {
  const [search, setSearch] = useSearchParams();
  const set = useCallback(
    (value: T) => {
      setSearch(
        (before) => {
          const after = new URLSearchParams(before);
          if (value === usual) after.delete(name);
          else after.set(name, value);
          return after;
        },
        { replace: true },
      );
    },
    [name, usual, setSearch],
  );
  return [(search.get(name) as T | null) ?? usual, set];
}
