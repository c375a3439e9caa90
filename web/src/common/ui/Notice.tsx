import type { ReactNode } from 'react';

/** Something the person should know: attention has a diamond and magenta, a fact has neither. */
export function Notice({
  kind = 'fact',
  children,
}: {
  kind?: 'fact' | 'attention' | 'good';
  children: ReactNode;
}) {
  const edge = { fact: 'border-water', attention: 'border-magenta', good: 'border-kelp' }[kind];
  return (
    <div
      role={kind === 'attention' ? 'alert' : 'status'}
      className={`bg-land/60 my-3 flex gap-2 border-l-4 px-3 py-2 ${edge}`}
    >
      {kind === 'attention' && <Diamond />}
      <div className="min-w-0 flex-1">{children}</div>
    </div>
  );
}

/** The mark of what needs attention. */
export function Diamond() {
  return (
    <svg viewBox="0 0 10 10" className="fill-magenta mt-1.5 size-2.5 shrink-0" aria-hidden>
      <path d="M5 0 10 5 5 10 0 5z" />
    </svg>
  );
}

/** What goes here, and the first step. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="hatched border-water border px-6 py-8">
      <div className="bg-paper max-w-prose px-4 py-3">
        <h2 className="mb-1 text-lg">{title}</h2>
        {children}
      </div>
    </div>
  );
}

export function Loading() {
  return (
    <p role="status" className="text-soft px-4 py-6">
      Loading …
    </p>
  );
}
