import { useEffect, useState } from 'react';

/** A value that follows another once it has rested for a moment. */
export function useRested<T>(value: T, milliseconds = 180): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => {
      setRested(value);
    }, milliseconds);
    return () => {
      clearTimeout(timer);
    };
  }, [value, milliseconds]);
  return rested;
}
