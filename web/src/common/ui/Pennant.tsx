/** How a site stands for visitors: a filled pennant, one with a bar, or an outlined one, always with its word. @param narrow whether
 * the word is only read aloud where there is no room */
export function Pennant({
  state,
  narrow = false,
}: {
  state: 'LIVE' | 'CLOSED' | 'NOT_LIVE';
  narrow?: boolean;
}) {
  return (
    <span className="inline-flex items-center gap-1.5 font-medium whitespace-nowrap">
      <svg viewBox="0 0 18 14" className="h-3.5 w-[18px] shrink-0" aria-hidden>
        <path d="M1.5 0v14" stroke="currentColor" strokeWidth="1.5" />
        <path
          d="M2.5 1.5 16 5.5 2.5 9.5z"
          fill={state === 'LIVE' ? 'currentColor' : 'none'}
          stroke="currentColor"
          strokeWidth="1.2"
        />
        {state === 'CLOSED' && <path d="M3 13 16 1" stroke="currentColor" strokeWidth="1.8" />}
      </svg>
      <span className={narrow ? 'sr-only sm:not-sr-only' : undefined}>
        {state === 'LIVE' ? 'Live' : state === 'CLOSED' ? 'Closed' : 'Not live'}
      </span>
    </span>
  );
}
