import { useState, useTransition } from 'react';

interface Props {
  value: string;
  onChange: (value: string) => void;
  /** What is listed then, such as "Filter by path". */
  label: string;
  className?: string;
}

/** A field that narrows a list down while one types: the letters stand there at once, the list follows. */
export function Filter({ value, onChange, label, className = 'mb-2 w-full' }: Props) {
  const [typed, setTyped] = useState(value);
  const [seen, setSeen] = useState(value);
  const [, follow] = useTransition();
  if (value !== seen) {
    // The list has followed; or the filter was changed from elsewhere, as by going back.
    setSeen(value);
    if (typed === seen) setTyped(value);
  }
  return (
    <input
      value={typed}
      aria-label={label}
      placeholder={`${label} …`}
      onChange={(e) => {
        const { value: next } = e.target;
        setTyped(next);
        follow(() => {
          onChange(next);
        });
      }}
      className={`border-ink bg-paper border px-2 py-1 ${className}`}
    />
  );
}
