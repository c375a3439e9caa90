interface Props {
  value: string;
  onChange: (value: string) => void;
  /** What is listed then, such as "Filter by path". */
  label: string;
  className?: string;
}

/** A field that narrows a list down while one types. */
export function Filter({ value, onChange, label, className = 'mb-2 w-full' }: Props) {
  return (
    <input
      value={value}
      aria-label={label}
      placeholder={`${label} …`}
      onChange={(e) => {
        onChange(e.target.value);
      }}
      className={`border-ink bg-paper border px-2 py-1 ${className}`}
    />
  );
}
