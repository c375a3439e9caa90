import { Link } from 'react-router';
import type { ReactNode } from 'react';
import { mayPass, Problem, sentenceOf } from '../api/problem';
import { queries } from '../api/queries';

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

/** What came back instead of what was asked for: what happened, what is unchanged, what to do. */
export function Trouble({ error }: { error: unknown }) {
  if (error === null || error === undefined) return null;
  const faults = error instanceof Problem ? (error.body.faults ?? []) : [];
  return (
    <Notice kind="attention">
      {faults.length > 1 ? (
        <>
          <p>Nothing was changed. This needs fixing first:</p>
          <ul className="mt-1 list-disc pl-5">
            {faults.map((f) => (
              <li key={f.sentence}>{f.sentence}</li>
            ))}
          </ul>
        </>
      ) : (
        <p>{sentenceOf(error)}</p>
      )}
      {mayPass(error) && <LoadAgain />}
    </Notice>
  );
}

/** Asks again for all that could not be loaded. What was being done has a button of its own. */
function LoadAgain() {
  const failed = (query: { state: { status: string } }) => query.state.status === 'error';
  if (queries.getQueryCache().findAll({ predicate: failed }).length === 0) return null;
  return (
    <button
      type="button"
      className="mt-1 min-h-[25px] underline underline-offset-3"
      onClick={() => void queries.refetchQueries({ predicate: failed })}
    >
      Try again
    </button>
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

/** What the URL names is not in the list: while the list is being asked for anew it may still come. */
export function NotHere({
  what,
  asking,
  to,
  offer,
}: {
  what: string;
  asking: boolean;
  to: string;
  offer: string;
}) {
  if (asking) return <Loading />;
  return (
    <Empty title={`This ${what} was not found`}>
      <p>
        It may have been removed, or the link has a typo. Choose one from the list, or{' '}
        <Link to={to}>{offer}</Link>.
      </p>
    </Empty>
  );
}

export function Loading() {
  return (
    <p role="status" className="text-soft px-4 py-6">
      Loading …
    </p>
  );
}
