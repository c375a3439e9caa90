import type { Schemas } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Diamond } from '../../common/ui/Notice';
import type { Host } from './words';

type Step = Schemas['TestStep'];

const OUTCOMES: Record<Step['state'], string> = {
  WAITING: 'waiting',
  HOLDS: 'yes',
  ADVICE: 'yes, but',
  FAILS: 'no',
};

/** A host's test, step by step: what was found, and the mend. */
export function TestSteps({
  host,
  onAccept,
  onUse,
  onMake,
}: {
  host: Host;
  onAccept: (identity: string) => void;
  onUse: (folder: string) => void;
  onMake: () => void;
}) {
  if (host.steps.length === 0) {
    return host.testing ? <p role="status">Looking for the server …</p> : null;
  }
  return (
    <ol aria-label="The test, step by step" className="border-water mb-2 border-t" aria-live="polite">
      {host.steps.map((step) => (
        <li key={step.step} className="border-water grid grid-cols-[4.5rem_1fr] gap-x-2 border-b py-1.5">
          <span className="flex items-baseline gap-1.5">
            {step.state === 'FAILS' ? <Diamond /> : <Tick advice={step.state === 'ADVICE'} />}
            {OUTCOMES[step.state]}
          </span>
          <span className="min-w-0 [overflow-wrap:anywhere]">
            <strong className="font-medium">{step.title}</strong>
            {step.sentence !== '' && <span className="text-soft block">{step.sentence}</span>}
            {step.identity !== '' && <span className="mono block text-[0.86rem]">{step.identity}</span>}
            {step.mend !== '' && <span className="block">{step.mend}</span>}
            {step.said !== '' && (
              <span className="text-soft mono block text-[0.86rem]">It said: {step.said}</span>
            )}
            <span className="mt-1 flex flex-wrap gap-2 empty:hidden">
              {step.identity !== '' && (
                <Button
                  kind="primary"
                  onClick={() => {
                    onAccept(step.identity);
                  }}
                >
                  It is the right one: accept it
                </Button>
              )}
              {step.folder !== '' && (
                <Button
                  kind="primary"
                  onClick={() => {
                    onUse(step.folder);
                  }}
                >
                  Use {step.folder}
                </Button>
              )}
              {step.fault === 'FOLDER_MISSING' && <Button onClick={onMake}>Make the folder</Button>}
            </span>
          </span>
        </li>
      ))}
      {host.testing && (
        <li className="text-soft py-1.5" role="status">
          Going on …
        </li>
      )}
    </ol>
  );
}

function Tick({ advice }: { advice: boolean }) {
  return (
    <svg viewBox="0 0 12 12" className="size-3 shrink-0" aria-hidden>
      {advice ? (
        <path d="M6 1v6M6 9.5v1" className="stroke-ink fill-none" strokeWidth="2" />
      ) : (
        <path d="m1.5 6.5 3 3 6-7" className="stroke-kelp fill-none" strokeWidth="2" />
      )}
    </svg>
  );
}
