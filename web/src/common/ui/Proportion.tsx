/** A part of a whole, with its word and how it is drawn. */
export interface Part {
  words: string;
  size: number;
  look: string;
}

/** How much of a whole its parts are, as a bar; the numbers stand beside it as words. */
export function Proportion({ parts, whole }: { parts: Part[]; whole: number }) {
  const shown = parts.filter((part) => part.size > 0);
  if (shown.length === 0) return null;
  const all = Math.max(
    1,
    whole,
    shown.reduce((sum, part) => sum + part.size, 0),
  );
  return (
    <div className="my-2">
      <div className="border-ink flex h-3 border" aria-hidden>
        {shown.map((part) => (
          <span
            key={part.words}
            // What is there is seen, however small a part it is.
            className={`block min-w-1 ${part.look}`}
            style={{ width: `${String((part.size / all) * 100)}%` }}
          />
        ))}
      </div>
      <p className="text-soft mt-1 flex flex-wrap gap-x-4 text-[0.93rem]">
        {shown.map((part) => (
          <span key={part.words} className="inline-flex items-center gap-1.5">
            <span aria-hidden className={`border-ink inline-block size-3 border ${part.look}`} />
            {part.words}
          </span>
        ))}
      </p>
    </div>
  );
}
