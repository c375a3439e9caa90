import { useMutation } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useCertificates } from '../../common/api/certificates';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { inALine } from './words';

/** One certificate for all names under a domain whose zone is kept here. */
export function AllNames({ domain }: { domain: Schemas['DomainView'] }) {
  const all = useCertificates();
  const refresh = () => queries.invalidateQueries({ queryKey: keys.certificates });
  const name = `*.${domain.name}`;
  const https = all.data?.find((c) => c.name === name);
  const on = useMutation({
    mutationFn: () => dataOf(api.POST('/api/domains/{id}/https', { params: { path: { id: domain.id } } })),
    onSuccess: async () => {
      toast('We are getting a certificate');
      await refresh();
    },
  });
  const off = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/certificates/{name}', { params: { path: { name } } })),
    onSuccess: refresh,
  });
  return (
    <>
      {https ? (
        <>
          {inALine(https)}{' '}
          <Button
            kind="quiet"
            busy={off.isPending}
            onClick={() => {
              off.mutate();
            }}
          >
            Release it
          </Button>
          {https.hindrance !== null && <span className="block">{https.hindrance.sentence}</span>}
        </>
      ) : (
        <Button
          kind="quiet"
          busy={on.isPending}
          onClick={() => {
            on.mutate();
          }}
        >
          Get one certificate for all names under it
        </Button>
      )}
      <Trouble error={on.error ?? off.error} />
    </>
  );
}
