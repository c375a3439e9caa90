import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';

/** The URL follows typing when it rests, for it takes a while to change. In milliseconds. */
const REST = 250;

/**
 * A choice that belongs to the page, such as a filter or an order: it stands in the URL, so that back, reload and a copied
 * link keep it. What is usual is left out.
 */
export function useInUrl<T extends string>(name: string, usual: T): [T, (value: T) => void] {
  const [search, setSearch] = useSearchParams();
  const inUrl = (search.get(name) as T | null) ?? usual;
  const [value, setValue] = useState(inUrl);
  const [seen, setSeen] = useState(inUrl);
  if (inUrl !== seen) {
    // The URL was changed: by going back, unless something is being typed that it does not have yet.
    setSeen(inUrl);
    if (value === seen) setValue(inUrl);
  }
  useEffect(() => {
    if (value === inUrl) return;
    const rest = setTimeout(() => {
      setSearch(
        (before) => {
          const after = new URLSearchParams(before);
          if (value === usual) after.delete(name);
          else after.set(name, value);
          return after;
        },
        { replace: true },
      );
    }, REST);
    return () => {
      clearTimeout(rest);
    };
  }, [value, inUrl, name, usual, setSearch]);
  return [value, setValue];
}
