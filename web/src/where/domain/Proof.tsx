import { useMutation } from '@tanstack/react-query';
import { toast } from 'sonner';
import { RecordToCopy } from '../address/LadderView';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Notice, Trouble } from '../../common/ui/Notice';

/** The record that proves a brought domain, and a look for it. */
export function Proof({ domain }: { domain: Schemas['DomainView'] }) {
  const prove = useMutation({
    mutationFn: () => dataOf(api.POST('/api/domains/{id}/proof', { params: { path: { id: domain.id } } })),
    onSuccess: async (look) => {
      await queries.invalidateQueries({ queryKey: keys.domains });
      if (look.proven) toast(`${domain.unicode} is proven`);
    },
  });
  return (
    <Notice kind="attention">
      <p className="font-medium">Prove that {domain.unicode} is yours</p>
      <p>
        Add this record where the domain is managed. Nobody else can know it. We look for it by ourselves.
      </p>
      <RecordToCopy set={domain.proof} />
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <Button
          busy={prove.isPending}
          onClick={() => {
            prove.mutate();
          }}
        >
          Check now
        </Button>
        {prove.data && !prove.data.proven && <span>{prove.data.sentence}</span>}
      </p>
      <Trouble error={prove.error} />
    </Notice>
  );
}
