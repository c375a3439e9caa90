import { useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';

/** The browser and the system, out of what a browser says of itself. */
function browser(agent: string) {
  const name = /(Firefox|Edg|Chrome|Safari)\/\d+/.exec(agent)?.[1] ?? 'Another program';
  const system = /(Windows|Macintosh|Android|iPhone|iPad|Linux)/.exec(agent)?.[1];
  return [name === 'Edg' ? 'Edge' : name, system].filter((part) => part !== undefined).join(', ');
}

/** Where one is signed in. */
export function SessionList() {
  const sessions = useQuery({
    queryKey: ['access', 'sessions'],
    queryFn: () => dataOf(api.GET('/api/sessions')),
  });
  const end = useMutation({
    mutationFn: (id: string) => dataOf(api.DELETE('/api/sessions/{id}', { params: { path: { id } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['access'] }),
  });
  return (
    <section aria-labelledby="sessions">
      <h2 id="sessions" className="mb-2 text-lg">
        Signed in
      </h2>
      <Trouble error={sessions.error ?? end.error} />
      <ul className="border-water border-t">
        {sessions.data?.map((s) => (
          <li key={s.id} className="border-water flex items-center justify-between gap-3 border-b py-2">
            <span className="min-w-0">
              {browser(s.agent)} <span className="mono text-soft">{s.remote}</span>
              <br />
              <span className="text-soft">
                {s.own ? 'this session' : 'last used'} {!s.own && <Time at={s.lastUsedAt} short />}
              </span>
            </span>
            {!s.own && (
              <Button
                busy={end.isPending}
                onClick={() => {
                  end.mutate(s.id);
                }}
              >
                End
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
