/** What the shapes of a lane mean. @param plans whether plans can be moved there */
export function Legend({ plans = false }: { plans?: boolean }) {
  const item = 'inline-flex items-center gap-1.5';
  return (
    <p className="text-soft mt-3 flex flex-wrap gap-x-5 gap-y-1 text-[0.93rem]">
      <span className={item}>
        <svg viewBox="0 0 24 12" className="h-3 w-6" aria-hidden>
          <path d="M0 0h24v12H0z" className="fill-shoal" />
          <path d="M0 .5h24M0 11.5h24" className="stroke-ink" />
        </svg>
        live
      </span>
      <span className={item}>
        <svg viewBox="0 0 12 12" className="size-3" aria-hidden>
          <path d="M6 0v12" className="stroke-ink" strokeWidth="2" />
        </svg>
        version published
      </span>
      <span className={item}>
        <svg viewBox="0 0 12 12" className="size-3" aria-hidden>
          <path d="M6 5v7" className="stroke-ink" strokeWidth="1.2" />
        </svg>
        version saved
      </span>
      <span className={item}>
        <svg viewBox="0 0 24 12" className="h-3 w-6" aria-hidden>
          <path d="M0 12 8 0M8 12 16 0M16 12 24 0" className="stroke-ink" strokeWidth="0.8" />
        </svg>
        closed
      </span>
      <span className={item}>
        <svg viewBox="0 0 24 12" className="h-3 w-6" aria-hidden>
          <path d="M0 0h24v12H0z" className="fill-shoal/60" />
          <path d="M0 .5h24M0 11.5h24" className="stroke-water" strokeDasharray="4 3" />
        </svg>
        planned
      </span>
      {plans && (
        <span className={item}>
          <svg viewBox="0 0 24 24" className="size-4" aria-hidden>
            <path d="M5 3h14v7l-7 8-7-8z" className="fill-paper stroke-ink" strokeWidth="1.5" />
            <path d="M5 3h7v15l-7-8z" className="fill-ink" />
          </svg>
          a plan: drag it, or move it with the arrow keys
        </span>
      )}
      <span>the full line is now</span>
    </p>
  );
}
