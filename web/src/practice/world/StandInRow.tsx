import { useMutation } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';

type StandIn = Schemas['PracticeView']['standIns'][number];

const LABELS: Record<string, string> = {
  root: 'Root name server',
  registry: 'Name server of the registry',
  ns1: 'The harbor’s first name server',
  ns2: 'The harbor’s second name server',
  elsewhere: 'Name server of another company',
  resolver: 'Resolver that visitors use',
};

const FAULTS: Record<StandIn['fault'], string> = {
  NONE: 'works',
  SILENT: 'answers nothing',
  SLOW: 'answers after three seconds',
  LAME: 'has none of its zones (lame)',
  FAILING: 'says that it failed',
  STALE: 'keeps old answers too long',
};

/** One name server or resolver: what is wrong with it, and what it holds. */
export function StandInRow({ standIn }: { standIn: StandIn }) {
  const fault = useMutation({
    mutationFn: (to: StandIn['fault']) =>
      dataOf(
        api.PUT('/api/practice/stand-ins/{label}', {
          params: { path: { label: standIn.label } },
          body: { fault: to },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  const forget = useMutation({
    mutationFn: () => dataOf(api.POST('/api/practice/resolver/cache')),
    onSuccess: () => queries.invalidateQueries(),
  });
  const name = LABELS[standIn.label] ?? standIn.label;
  return (
    <li className="border-water border-b py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <strong className="font-medium">{name}</strong>
        <select
          aria-label={`What is wrong with: ${name}`}
          value={standIn.fault}
          className="border-ink bg-paper border px-2 py-0.5"
          onChange={(e) => {
            fault.mutate(e.target.value as StandIn['fault']);
          }}
        >
          {standIn.faults.map((f) => (
            <option key={f} value={f}>
              {FAULTS[f]}
            </option>
          ))}
        </select>
      </div>
      <details>
        <summary className="text-soft cursor-pointer">
          holds {standIn.holdings.length} {standIn.label === 'resolver' ? 'answers' : 'records'}
        </summary>
        <ul className="mono max-h-64 overflow-auto text-[0.86rem]">
          {standIn.holdings.map((line) => (
            <li key={line} className="py-0.5 [overflow-wrap:anywhere]">
              {line}
            </li>
          ))}
        </ul>
      </details>
      {standIn.label === 'resolver' && (
        <Button
          kind="quiet"
          busy={forget.isPending}
          onClick={() => {
            forget.mutate();
          }}
        >
          Let it forget everything
        </Button>
      )}
      <Trouble error={fault.error ?? forget.error} />
    </li>
  );
}
