import type { ReactNode } from 'react';

/** One way to tell people, with what can be done with it. */
export function Part({ title, action, children }: { title: string; action: ReactNode; children: ReactNode }) {
  return (
    <section aria-label={title} className="border-water mb-3 border-b pb-3">
      <h3 className="mb-1">{title}</h3>
      {children}
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">{action}</div>
    </section>
  );
}
