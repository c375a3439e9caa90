import { useMutation } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { RecordToCopy } from '../address/LadderView';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';

/** The record that proves a brought domain, and a look for it. */
export function Proof({ domain }: { domain: Schemas['DomainView'] }) {
  const prove = useMutation({
    mutationFn: () => dataOf(api.POST('/api/domains/{id}/proof', { params: { path: { id: domain.id } } })),
    onSuccess: async (look) => {
      await queries.invalidateQueries({ queryKey: keys.domains });
      if (look.proven) toast(`${domain.unicode} is verified`);
    },
  });
  return (
    <Notice kind="attention">
      <p className="font-medium">
        {domain.endsAt === null
          ? `Verify that ${domain.unicode} is yours`
          : `The record that shows that ${domain.unicode} is yours is missing`}
      </p>
      <p>
        {domain.endsAt === null ? (
          'Add this record where the domain is managed, and leave it there.'
        ) : (
          <>
            Its addresses are served until <Time at={domain.endsAt} />. Add the record again where the domain
            is managed, and leave it there.
          </>
        )}
        {domain.state !== 'LOST' && ' We look for it by ourselves.'}
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
