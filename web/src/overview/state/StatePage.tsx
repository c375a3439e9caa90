import { useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { shown } from '../../common/clock/time';
import { Diamond, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted, sizeText } from '../../common/ui/Words';

const AGAIN_MS = 10_000;

/** How the harbor as a whole is, for those who operate it. */
export function StatePage() {
  const state = useQuery({
    queryKey: ['state'],
    queryFn: () => dataOf(api.GET('/api/state')),
    refetchInterval: AGAIN_MS,
  });
  return (
    <main className="mx-auto max-w-[60rem] px-4 py-5">
      <h1 className="mb-1 text-xl">State of the harbor</h1>
      <p className="text-soft mb-4 max-w-prose">
        For those who operate it. A program can watch the same at the port for health and metrics.
      </p>
      <Trouble error={state.error} />
      {state.isPending && <Loading />}
      {state.data && (
        <>
          <Troubles state={state.data} />
          <Processes nodes={state.data.nodes} />
        </>
      )}
    </main>
  );
}

const time = (at: string) => shown(at, 'd MMM yyyy, HH:mm');

function Troubles({ state }: { state: Schemas['StateView'] }) {
  return (
    <section aria-label="What needs attention" className="mb-6" aria-live="polite">
      <p className="mb-2 text-lg font-semibold">
        {state.well ? (
          <span className="text-kelp">All is well</span>
        ) : (
          <span className="text-magenta">
            {counted(state.troubles.length, 'thing needs', 'things need')} attention
          </span>
        )}
      </p>
      {!state.well && (
        <ul className="border-water border-t">
          {state.troubles.map((trouble) => (
            <li key={trouble.part + trouble.what} className="border-water border-b px-2 py-3">
              <p className="flex items-baseline gap-2">
                <Diamond />
                <strong className="font-medium [overflow-wrap:anywhere]">{trouble.what}</strong>
              </p>
              <p>{trouble.todo}</p>
              <p className="text-soft">Since {time(trouble.since)}</p>
              {state.nodes.length > 1 && (
                <p className="text-soft">
                  Seen by {trouble.nodes.map((node) => named(node, state)).join(', ')}
                </p>
              )}
            </li>
          ))}
        </ul>
      )}
      <p className="text-soft mt-2">
        Checked every {state.everySeconds} seconds: {state.parts.join(', ')}.
      </p>
    </section>
  );
}

const named = (name: string, state: Schemas['StateView']) =>
  state.nodes.some((node) => node.here && node.name === name) ? `${name} (this one)` : name;

function Processes({ nodes }: { nodes: Schemas['NodeView'][] }) {
  return (
    <section aria-label="Processes">
      <h2 className="mb-2 text-lg">
        {nodes.length === 1 ? 'The process' : `${String(nodes.length)} processes`}
      </h2>
      <ul className="border-water border-t">
        {nodes.map((node) => (
          <li key={node.name} className="border-water grid gap-x-6 border-b px-2 py-3 sm:grid-cols-2">
            <p>
              <span className="mono">{node.name}</span>
              {node.here && nodes.length > 1 && <span className="text-soft"> answers this page</span>}
              {node.silent && (
                <span className="text-magenta">
                  {' '}
                  <Diamond /> not heard of since {time(node.seenAt)}
                </span>
              )}
            </p>
            <p>
              Release {node.release}, running since {time(node.startedAt)}
            </p>
            <p className="text-soft">
              Disk: {sizeText(node.freeBytes)} free of {sizeText(node.diskBytes)}
            </p>
            <p className="text-soft">
              Memory: {sizeText(node.usedMemory)} of {sizeText(node.mostMemory)}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
