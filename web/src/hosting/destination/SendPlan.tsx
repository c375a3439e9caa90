import { useState } from 'react';
import { useVersions } from '../../common/api/content';
import { usePlan } from '../../common/api/hosting';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Proportion } from '../../common/ui/Proportion';
import { PathChoice } from '../../common/ui/PathChoice';
import { VirtualList } from '../../common/ui/VirtualList';
import { counted, sizeText, Time } from '../../common/ui/Words';
import type { AtWork } from './ask';
import { Disputes } from './Disputes';
import { duration, type Decision, type Plan } from './words';

const what = (step: Plan['steps'][number]) =>
  step.kind.startsWith('REMOVE') ? 'removed' : step.replaces ? 'replaced' : 'new';

/** What a publish would do at a destination, and doing it. */
export function SendPlan({ site, destination: d, busy, onAsk }: AtWork) {
  const versions = useVersions(site.id);
  const [version, setVersion] = useState<number | null>(null);
  const [held, setHeld] = useState<ReadonlySet<string>>(new Set());
  const [decisions, setDecisions] = useState<Record<string, Decision>>({});
  const [anyway, setAnyway] = useState<ReadonlySet<string>>(new Set());
  const [removed, setRemoved] = useState<ReadonlySet<string>>(new Set());
  const [rights, setRights] = useState(site.rightsConfirmed);
  const plan = usePlan(site.id, d.id, version, d.lookedAt);
  const look = () => {
    onAsk({ kind: 'LOOK' });
  };
  if (d.lookedAt === null) {
    return (
      <div className="mt-2">
        <p className="mb-2">Look at what is there first; then see what will be sent, and send it.</p>
        <Button kind="primary" busy={busy} onClick={look}>
          See the plan
        </Button>
      </div>
    );
  }
  const toggle = (set: ReadonlySet<string>, path: string) => {
    const next = new Set(set);
    if (!next.delete(path)) next.add(path);
    return next;
  };
  return (
    <section aria-labelledby="plan" className="mt-2">
      <div className="mb-2 flex flex-wrap items-baseline justify-between gap-2">
        <h3 id="plan">The plan</h3>
        <span className="text-soft text-[0.93rem]">
          checked <Time at={d.lookedAt} />{' '}
          <Button kind="quiet" busy={busy} onClick={look}>
            Check again
          </Button>
        </span>
      </div>
      <label className="mb-2 flex flex-wrap items-baseline gap-2">
        Send
        <select
          aria-label="What to send"
          value={version === null ? '' : String(version)}
          className="border-ink bg-paper max-w-full border px-2 py-1"
          onChange={(e) => {
            setVersion(e.target.value === '' ? null : Number(e.target.value));
          }}
        >
          <option value="">the draft, saved as a version</option>
          {versions.data?.map((v) => (
            <option key={v.number} value={v.number}>
              version {v.number}
              {v.name === '' ? '' : ` (${v.name})`}
              {site.liveVersion === v.number && site.live ? ', live here' : ''}
            </option>
          ))}
        </select>
      </label>
      <Trouble error={plan.error} />
      {plan.isPending && <Loading />}
      {plan.data && (
        <>
          <Steps
            plan={plan.data}
            held={held}
            onHold={(path) => {
              setHeld(toggle(held, path));
            }}
          />
          <Disputes
            site={site}
            destination={d}
            disputed={plan.data.disputed}
            decisions={decisions}
            onDecide={setDecisions}
          />
          <PathChoice
            title={`Other files on this host (${String(plan.data.foreignCount)})`}
            label="Filter by path"
            paths={plan.data.foreign}
            chosen={removed}
            onChoose={setRemoved}
          >
            They stay, but for those that you tick: these are removed.
          </PathChoice>
          <PathChoice
            title={`Send an unchanged file anyway (${String(plan.data.leftAloneCount)})`}
            label="Filter by path"
            paths={plan.data.leftAlone}
            chosen={anyway}
            onChoose={setAnyway}
          >
            For when you mistrust what the host says of it.
          </PathChoice>
          {!site.rightsConfirmed && (
            <div className="mt-3">
              <Check checked={rights} onChange={setRights}>
                I have the right to publish this content
              </Check>
            </div>
          )}
          <p className="mt-3 flex flex-wrap items-center gap-3">
            <Button
              kind="primary"
              busy={busy}
              disabled={!rights}
              onClick={() => {
                onAsk({
                  kind: 'PUBLISH',
                  version,
                  heldBack: [...held],
                  sentAnyway: [...anyway],
                  decisions,
                  removed: [...removed],
                  rightsConfirmed: rights,
                });
              }}
            >
              {words(plan.data, held, decisions, anyway, removed)}
            </Button>
            <span className="text-soft">
              {undecided(plan.data.disputed.map((file) => file.path).filter((path) => !(path in decisions)))}
            </span>
          </p>
        </>
      )}
    </section>
  );
}

function undecided(paths: string[]) {
  if (paths.length === 0) return '';
  return paths.length === 1
    ? `${String(paths[0])} stays as it is there: decide above.`
    : `${String(paths.length)} files stay as they are there: decide above.`;
}

/** What the button does. What was chosen before the last look counts only where it is still to be chosen. */
function words(
  plan: Plan,
  held: ReadonlySet<string>,
  decisions: Record<string, Decision>,
  anyway: ReadonlySet<string>,
  removedOnes: ReadonlySet<string>,
) {
  const among = (paths: string[], chosen: ReadonlySet<string>) =>
    paths.filter((path) => chosen.has(path)).length;
  const heldBack = among(
    plan.steps.map((step) => step.path),
    held,
  );
  const replaced = plan.disputed.filter((file) => decisions[file.path] === 'REPLACE').length;
  const removed = among(plan.foreign, removedOnes);
  const changes =
    plan.added + plan.replaced + plan.removed - heldBack + replaced + among(plan.leftAlone, anyway);
  const there = `Publish ${counted(changes, 'change')} there`;
  const gone = `emove ${counted(removed, 'file')} of others`;
  if (removed === 0) return changes === 0 ? 'Up to date: mark as published' : there;
  return changes === 0 ? `R${gone}` : `${there}, r${gone}`;
}

function Steps({
  plan,
  held,
  onHold,
}: {
  plan: Plan;
  held: ReadonlySet<string>;
  onHold: (path: string) => void;
}) {
  return (
    <>
      <p className="mb-1">
        <strong className="font-medium">{counted(plan.added + plan.replaced, 'file')}</strong> to send (
        {sizeText(plan.bytes)}
        {plan.seconds !== null && `, about ${duration(plan.seconds)}`})
      </p>
      <Proportion
        whole={plan.added + plan.replaced + plan.removed + plan.leftAloneCount}
        parts={[
          { words: `${String(plan.added)} new`, size: plan.added, look: 'bg-ink' },
          { words: `${String(plan.replaced)} replaced`, size: plan.replaced, look: 'bg-water' },
          { words: `${String(plan.removed)} to remove`, size: plan.removed, look: 'hatched' },
          {
            words: `${String(plan.leftAloneCount)} left as they are`,
            size: plan.leftAloneCount,
            look: 'bg-paper',
          },
        ]}
      />
      {plan.steps.length > 0 && (
        <details open={plan.steps.length <= 8}>
          <summary className="text-soft min-h-[25px] cursor-pointer py-1">
            In this order; take the tick off to hold one back
          </summary>
          <VirtualList rows={plan.steps} height={30} keyOf={(step) => step.path} className="max-h-64">
            {(step) => (
              <span className="flex items-center gap-2 px-1 py-0.5">
                <Check
                  checked={!held.has(step.path)}
                  label={`Send ${step.path}`}
                  onChange={() => {
                    onHold(step.path);
                  }}
                />
                <span className="text-soft w-20 shrink-0">{what(step)}</span>
                <span className="mono min-w-0 flex-1 truncate" title={step.path}>
                  {step.path}
                </span>
                <span className="text-soft whitespace-nowrap">{step.bytes > 0 && sizeText(step.bytes)}</span>
              </span>
            )}
          </VirtualList>
        </details>
      )}
    </>
  );
}
