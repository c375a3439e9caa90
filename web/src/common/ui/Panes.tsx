import { ArrowLeft } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

/**
 * A ledger on the left, the sheet of the selected row on the right. Where it is narrow they stand one under the other; or,
 * where a way back is given, the sheet is a view of its own.
 */
export function Panes({
  ledger,
  sheet,
  label,
  back,
}: {
  ledger: ReactNode;
  sheet: ReactNode;
  label: string;
  /** The way back to the ledger where a row is selected; null where none is; left out for both at once. */
  back?: { to: string; words: string } | null | undefined;
}) {
  return (
    <div className="grid grid-cols-1 items-start gap-x-6 gap-y-4 lg:grid-cols-[minmax(20rem,5fr)_7fr]">
      <section aria-label={label} className={`min-w-0 ${back ? 'hidden lg:block' : ''}`}>
        {ledger}
      </section>
      <section
        aria-label="Details"
        className={`border-water bg-land/45 min-w-0 border p-4 lg:sticky lg:top-4 ${back === null ? 'hidden lg:block' : ''}`}
      >
        {back && (
          <Link to={back.to} className="mb-3 inline-flex items-center gap-1.5 lg:hidden">
            <ArrowLeft size={15} aria-hidden /> {back.words}
          </Link>
        )}
        {sheet}
      </section>
    </div>
  );
}
