import type { Schemas } from '../../common/api/client';
import { useDomains } from '../../common/api/domains';
import { CopyButton, Time } from '../../common/ui/Words';

type Step = Schemas['LadderStep'];
type RecordSet = Schemas['RecordSet'];

export const STATES: Record<Step['state'], { word: string; look: string }> = {
  OK: { word: 'done', look: 'text-kelp' },
  WAITING: { word: 'waiting', look: 'text-ink' },
  FAILED: { word: 'to do', look: 'text-magenta' },
  NOT_YET: { word: 'not yet', look: 'text-soft' },
};

/** How something stands, by shape. */
export function StateMark({ state }: { state: Step['state'] }) {
  const common = 'size-3.5 shrink-0';
  const { look } = STATES[state];
  if (state === 'FAILED') {
    return (
      <svg viewBox="0 0 14 14" className={`${common} ${look}`} fill="currentColor" aria-hidden>
        <path d="M7 0 14 7 7 14 0 7z" />
      </svg>
    );
  }
  return (
    <svg viewBox="0 0 14 14" className={`${common} ${look}`} fill="none" stroke="currentColor" aria-hidden>
      {state === 'OK' && <path d="m1 7 4 5 8-10" strokeWidth="2.2" />}
      {state === 'WAITING' && (
        <>
          <circle cx="7" cy="7" r="6" strokeWidth="1.3" />
          <path d="M7 3v4l3 2" strokeWidth="1.3" />
        </>
      )}
      {state === 'NOT_YET' && <path d="M1 7h12" strokeWidth="1.6" strokeDasharray="2 3" />}
    </svg>
  );
}

/** The steps until visitors arrive: what was expected, what was seen, from where, and what to do. */
export function LadderView({ steps }: { steps: Step[] }) {
  if (steps.length === 0) return <p className="text-soft">Not checked yet. It takes a moment.</p>;
  return (
    <ol className="border-water border-t">
      {steps.map((step) => (
        <li key={step.kind} className="border-water border-b py-2">
          <p className="flex items-center gap-2 font-medium">
            <StateMark state={step.state} />
            <span>{step.words}</span>
            <span className={`text-[0.93rem] font-normal ${STATES[step.state].look}`}>
              {STATES[step.state].word}
              {step.until !== null && (
                <>
                  {' '}
                  until <Time at={step.until} />
                </>
              )}
              {step.until === null && step.state !== 'NOT_YET' && (
                <span className="text-soft">
                  {' '}
                  <Time at={step.since} short />
                </span>
              )}
            </span>
          </p>
          {step.state === 'OK' ? (
            <p className="text-soft pl-6 [overflow-wrap:anywhere]">
              {step.seen} <span className="text-[0.93rem]">({step.from})</span>
            </p>
          ) : (
            <Open step={step} />
          )}
        </li>
      ))}
    </ol>
  );
}

function Open({ step }: { step: Step }) {
  return (
    <div className="pl-6">
      {step.expected !== '' && (
        <dl className="grid grid-cols-[5.5rem_1fr] gap-x-2 [overflow-wrap:anywhere]">
          <dt className="text-soft">Expected</dt>
          <dd>{step.expected}</dd>
          <dt className="text-soft">Seen</dt>
          <dd>
            {step.seen}
            {step.from !== '' && <span className="text-soft"> (by asking {step.from})</span>}
          </dd>
        </dl>
      )}
      {step.todo !== '' && (
        <p className={step.state === 'FAILED' ? 'mt-1 font-medium' : 'mt-1'}>{step.todo}</p>
      )}
      {step.records.map((set) => (
        <RecordToCopy key={set.name + set.type} set={set} />
      ))}
    </div>
  );
}

/**
 * A record as it is entered elsewhere, each part to be copied by itself: its name in both forms that registrars' pages ask
 * for, as a part of the domain and as a whole.
 */
export function RecordToCopy({ set }: { set: RecordSet }) {
  const apex = useDomains()
    .data?.map((d) => d.name)
    .filter((name) => set.name === name || set.name.endsWith(`.${name}`))
    .sort((a, b) => b.length - a.length)[0];
  const part = apex === undefined ? undefined : set.name === apex ? '@' : set.name.slice(0, -apex.length - 1);
  const cell = 'border-water border px-2 py-1 text-left align-top';
  return (
    <table className="mt-2 w-full border-collapse">
      <thead>
        <tr>
          {['Type', 'Name', 'Value', 'TTL'].map((head) => (
            <th key={head} className={`${cell} text-soft font-normal`}>
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {set.data.map((data) => (
          <tr key={data}>
            <td className={`${cell} mono`}>{set.type}</td>
            <td className={`${cell} [overflow-wrap:anywhere]`}>
              {part !== undefined && (
                <>
                  <span className="mono">{part}</span> <CopyButton text={part} what="the name" />
                  <span className="text-soft block">or, where the whole name is asked for:</span>
                </>
              )}
              <span className="mono">{set.name}</span> <CopyButton text={set.name} what="the whole name" />
            </td>
            <td className={`${cell} mono [overflow-wrap:anywhere]`}>
              {data} <CopyButton text={data} what="the value" />
            </td>
            <td className={`${cell} whitespace-nowrap`}>{set.ttl} s</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
