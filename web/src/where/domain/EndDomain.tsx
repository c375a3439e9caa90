import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Dialog } from '../../common/ui/Dialog';
import { DialogActions } from '../../common/ui/DialogActions';
import { Trouble } from '../../common/ui/Trouble';
import { useUnder } from './useUnder';

/** Deletes a registration, or disconnects a domain, once it is said what that means and whom it touches. */
export function EndDomain({ domain }: { domain: Schemas['DomainView'] }) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const touched = useUnder(domain.id)?.map((u) => u.address.shown) ?? [];
  const registered = domain.source === 'REGISTERED' && domain.state !== 'ENDED';
  const go = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/domains/{id}', { params: { path: { id: domain.id } } })),
    onSuccess: async ({ done }) => {
      if (done) await navigate('/domains');
      else setAsking(false);
      await queries.invalidateQueries();
      toast(
        !done
          ? `The registry does not answer. ${domain.unicode} is deleted as soon as it does`
          : registered
            ? `The registration of ${domain.unicode} is deleted`
            : `${domain.unicode} is disconnected`,
      );
    },
  });
  if (domain.state === 'GIVEN_UP' || domain.state === 'REGISTERING') return null;
  return (
    <p className="mt-6">
      <Button
        onClick={() => {
          setAsking(true);
        }}
      >
        {registered ? 'Delete the registration …' : 'Disconnect …'}
      </Button>
      <Dialog
        alarming
        open={asking}
        onOpenChange={setAsking}
        title={registered ? `Delete the registration of ${domain.unicode}?` : `Disconnect ${domain.unicode}?`}
      >
        <p className="mb-2">
          {registered
            ? 'The registration is deleted at once. Anyone can register the name; you can too, if you are first. What was paid is not given back.'
            : 'Even Harbor no longer treats it as yours. It stays registered where it is.'}
        </p>
        {touched.length > 0 && (
          <>
            <p>Visitors get a missing page (404) at:</p>
            <ul className="border-water my-2 border-y py-2">
              {touched.map((name) => (
                <li key={name} className="mono">
                  {name}
                </li>
              ))}
            </ul>
          </>
        )}
        {registered && (
          <p className="mb-3">To let it end by itself, turn renewal off instead: it works until then.</p>
        )}
        <Trouble error={go.error} />
        <DialogActions
          kind="alarm"
          busy={go.isPending}
          onDo={() => {
            go.mutate();
          }}
          leave="Cancel"
          onLeave={() => {
            setAsking(false);
          }}
        >
          {registered ? 'Delete the registration' : `Disconnect ${domain.unicode}`}
        </DialogActions>
      </Dialog>
    </p>
  );
}
