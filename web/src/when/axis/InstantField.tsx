import { useId } from 'react';

/** A day and time, past or to come. */
export function InstantField({ value, onChange }: { value: string; onChange: (typed: string) => void }) {
  const id = useId();
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <label htmlFor={id} className="font-medium">
        See any day, past or to come
      </label>
      <input
        id={id}
        type="datetime-local"
        value={value}
        className="border-ink bg-paper border px-2 py-1"
        onChange={(e) => {
          onChange(e.target.value);
        }}
      />
    </div>
  );
}
