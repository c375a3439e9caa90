import { mayPass, Problem, sentenceOf } from '../api/problem';
import { queries } from '../api/queries';
import { Notice } from './Notice';

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
      {error instanceof Problem && error.body.request && (
        <p className="text-soft">
          Whoever runs this harbor finds it in the log by <span className="mono">{error.body.request}</span>
        </p>
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
