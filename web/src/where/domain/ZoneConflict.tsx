import { useMutation } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';

/** A person's record where an address needs another: nothing is written without asking. */
export function ZoneConflict({
  domain,
  conflict,
}: {
  domain: Schemas['DomainView'];
  conflict: Schemas['ConflictView'];
}) {
  const yields = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/domains/{id}/zone/give-way', {
          params: { path: { id: domain.id } },
          body: { name: conflict.name },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.zone(domain.id) });
      toast('The records lead here now');
    },
  });
  const line = (set: Schemas['RecordSet']) => `${set.name} ${set.type} ${set.data.join(', ')}`;
  return (
    <Notice kind="attention">
      <p>
        Your record <span className="mono">{conflict.theirs.map(line).join('; ')}</span> leads visitors
        elsewhere. An address here needs <span className="mono">{conflict.wanted.map(line).join('; ')}</span>{' '}
        in its place.
      </p>
      <Trouble error={yields.error} />
      <p className="mt-1">
        <Button
          busy={yields.isPending}
          onClick={() => {
            yields.mutate();
          }}
        >
          Let ours take its place
        </Button>
      </p>
    </Notice>
  );
}
