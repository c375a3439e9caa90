import type { ReactNode } from 'react';

/** A ledger on the left, the sheet of the selected row on the right; one under the other where it is narrow. */
export function Panes({ ledger, sheet, label }: { ledger: ReactNode; sheet: ReactNode; label: string }) {
  return (
    <div className="grid grid-cols-1 items-start gap-x-6 gap-y-4 lg:grid-cols-[minmax(20rem,5fr)_7fr]">
      <section aria-label={label} className="min-w-0">
        {ledger}
      </section>
      <section aria-label="Details" className="border-water bg-land/45 min-w-0 border p-4 lg:sticky lg:top-4">
        {sheet}
      </section>
    </div>
  );
}
