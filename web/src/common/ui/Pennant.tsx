/** Whether a site is live: a filled pennant, or an outlined one, always with its word. */
export function Pennant({ live }: { live: boolean }) {
  return (
    <span className="inline-flex items-center gap-1.5 font-medium whitespace-nowrap">
      <svg viewBox="0 0 18 14" className="h-3.5 w-[18px] shrink-0" aria-hidden>
        <path d="M1.5 0v14" stroke="currentColor" strokeWidth="1.5" />
        <path
          d="M2.5 1.5 16 5.5 2.5 9.5z"
          fill={live ? 'currentColor' : 'none'}
          stroke="currentColor"
          strokeWidth="1.2"
        />
      </svg>
      {live ? 'Live' : 'Not live'}
    </span>
  );
}
