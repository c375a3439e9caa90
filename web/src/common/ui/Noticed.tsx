import { useId, useLayoutEffect, useRef, type ReactNode } from 'react';
import { format } from 'date-fns';
import type { Schemas } from '../api/client';
import { harborNow } from '../clock/harborClock';
import { Diamond, Loading } from './Notice';
import { Trouble } from './Trouble';
import { counted } from './Words';

export type Outcome = Schemas['OutcomeView'];
export type OutcomeLine = Schemas['OutcomeLine'];
type Kind = OutcomeLine['kind'];

/** What becomes of visits, in words that follow "41 visits" and a path's "after". */
const WORDS: Record<Kind, [many: string, one: string]> = {
  MISSING: ['would hit a missing page (404)', 'missing page (404)'],
  GONE: ['would be told that the page was removed (410)', 'removed on purpose (410)'],
  NOT_LIVE: ['would find nothing there (404)', 'nothing there (404)'],
  CLOSED: ['would get the notice (503)', 'the notice (503)'],
  ASKED: ['would be asked first whether they may come in', 'asked first'],
  OPENED: ['would come in without being asked first', 'not asked any more'],
  REDIRECTED: ['would be redirected', 'redirected'],
  FOUND: ['would get a page where there is none now', 'a page where there is none now'],
  CHANGED: ['would get changed content', 'changed content'],
  SAME: ['would get what they get now', 'as now'],
};

const LOST: Kind[] = ['MISSING', 'GONE', 'NOT_LIVE', 'CLOSED', 'ASKED', 'OPENED'];
const ORDER: Kind[] = [
  'MISSING',
  'NOT_LIVE',
  'CLOSED',
  'GONE',
  'ASKED',
  'OPENED',
  'REDIRECTED',
  'FOUND',
  'CHANGED',
  'SAME',
];
const FIRST = 6;

/** What visitors will notice of a change: what they asked for in the last 30 days, decided again as it would be. */
function Noticed({
  outcome,
  fixes,
}: {
  outcome: Outcome;
  /** What can be done about a line. */
  fixes?: ((line: OutcomeLine) => ReactNode) | undefined;
}) {
  if (outcome.since === null || outcome.visits === 0) {
    return (
      <p className="text-soft">
        No visits are known yet, so what visitors would notice cannot be told. They are counted from now on.
      </p>
    );
  }
  const kinds = ORDER.flatMap((kind) => outcome.kinds.filter((k) => k.kind === kind));
  // Where the whole site answers otherwise, its pages need not be told one by one.
  const lost = outcome.lines.filter((line) => line.kind === 'MISSING' || line.kind === 'GONE');
  const others = outcome.lines.filter((line) => !lost.includes(line));
  const unchanged = kinds.every((k) => k.kind === 'SAME');
  return (
    <>
      <p className="text-soft">
        Judged by {counted(outcome.visits, 'visit')} to {counted(outcome.paths, 'path')} {sinceWords(outcome)}
        .
      </p>
      {unchanged ? (
        <p>All of them would get what they get now.</p>
      ) : (
        <ul className="mt-1">
          {kinds.map((k) => (
            <li key={k.kind} className="flex items-baseline gap-2">
              {LOST.includes(k.kind) && <Diamond />}
              <span className={LOST.includes(k.kind) ? 'font-medium' : ''}>
                {counted(k.visits, 'visit')} {k.kind !== 'SAME' && `(${counted(k.paths, 'page')}) `}
                {WORDS[k.kind][0]}
              </span>
            </li>
          ))}
        </ul>
      )}
      <Lines lines={lost} fixes={fixes} />
      {others.length > 0 && (
        <details className="mt-1">
          <summary className="min-h-[25px] cursor-pointer">
            {lost.length > 0 ? 'The other pages that differ' : 'The pages that differ'} ({others.length})
          </summary>
          <Lines lines={others} fixes={fixes} all />
        </details>
      )}
      {outcome.more > 0 && (
        <p className="text-soft">{counted(outcome.more, 'page')} more, visited less often, not listed.</p>
      )}
    </>
  );
}

/** The same under its heading, once it is known. */
export function WillNotice({
  query,
  fixes,
}: {
  query: { data?: Outcome | undefined; error: unknown; isPending: boolean };
  fixes?: ((line: OutcomeLine) => ReactNode) | undefined;
}) {
  const id = useId();
  const box = useRef<HTMLElement>(null);
  const height = useRef(0);
  useLayoutEffect(() => {
    if (box.current === null) return;
    // What stands below keeps its place while the answer to the next question is on its way.
    box.current.style.minHeight = query.isPending && height.current > 0 ? `${String(height.current)}px` : '';
    if (!query.isPending) height.current = box.current.offsetHeight;
  });
  return (
    <section
      ref={box}
      aria-labelledby={id}
      aria-busy={query.isPending}
      className="border-water mb-3 min-h-[6.5rem] border p-3"
    >
      <h2 id={id} className="text-[1.05rem]">
        What visitors will notice
      </h2>
      <Trouble error={query.error} />
      {query.isPending && <Loading />}
      {query.data && <Noticed outcome={query.data} fixes={fixes} />}
    </section>
  );
}

function sinceWords(outcome: Outcome): string {
  if (outcome.since === null) return '';
  const first = new Date(`${outcome.since}T00:00:00`);
  const days = (harborNow().getTime() - first.getTime()) / 86_400_000;
  return days < outcome.days
    ? `since ${format(first, 'd MMM yyyy')}, when they began to be counted`
    : `of the last ${String(outcome.days)} days`;
}

function Lines({
  lines,
  fixes,
  all = false,
}: {
  lines: OutcomeLine[];
  fixes?: ((line: OutcomeLine) => ReactNode) | undefined;
  all?: boolean;
}) {
  if (lines.length === 0) return null;
  const first = all ? lines : lines.slice(0, FIRST);
  return (
    <>
      <ul className="border-water mt-2 max-h-72 overflow-auto border-t" aria-label="Pages that differ">
        {first.map((line) => (
          <li key={line.shown} className="border-water border-b py-1">
            <p className="flex items-baseline justify-between gap-3">
              <span className="mono font-semibold [overflow-wrap:anywhere]">{line.shown}</span>
              <span className="whitespace-nowrap">{counted(line.visits, 'visit')}</span>
            </p>
            <p className="text-soft text-[0.93rem] [overflow-wrap:anywhere]">
              {WORDS[line.kind][1]}
              {line.kind === 'REDIRECTED' && ` to ${line.after}`}
            </p>
            {fixes?.(line)}
          </li>
        ))}
      </ul>
      {lines.length > first.length && (
        <details className="mt-1">
          <summary className="min-h-[25px] cursor-pointer">
            {counted(lines.length - first.length, 'page')} more
          </summary>
          <Lines lines={lines.slice(first.length)} fixes={fixes} all />
        </details>
      )}
    </>
  );
}
