import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { queries, keys } from '../../common/api/queries';
import { Button, LinkButton } from '../../common/ui/Button';
import { Dialog } from '../../common/ui/Dialog';
import { DialogActions } from '../../common/ui/DialogActions';
import { Trouble } from '../../common/ui/Trouble';
import { counted, Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { useRegistered } from './audience';

/** The visitors who registered: listed, taken along as a table, removed. */
export function RegisteredList({ site }: { site: SiteView }) {
  const registered = useRegistered(site.id, site.role === 'OWNER');
  const [asking, setAsking] = useState(false);
  const refresh = () => queries.invalidateQueries({ queryKey: keys.part(site.id, 'registered') });
  const at = { params: { path: { siteId: site.id } } };
  const remove = useMutation({
    mutationFn: (id: string) =>
      dataOf(
        api.DELETE('/api/sites/{siteId}/registered/{id}', { params: { path: { siteId: site.id, id } } }),
      ),
    onSuccess: refresh,
  });
  const removeAll = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/sites/{siteId}/registered', at)),
    onSuccess: async () => {
      setAsking(false);
      await refresh();
    },
  });
  const file = useMutation({
    mutationFn: () => dataOf(api.GET('/api/sites/{siteId}/registered/file', at)),
    onSuccess: ({ text }) => {
      const link = document.createElement('a');
      link.href = URL.createObjectURL(new Blob([text], { type: 'text/csv' }));
      link.download = 'registered.csv';
      link.click();
      URL.revokeObjectURL(link.href);
    },
  });
  if (!registered.data || registered.data.length === 0) return <Trouble error={registered.error} />;
  return (
    <section aria-labelledby="registered" className="mt-4">
      <h3 id="registered" className="mb-1 text-[1.05rem]">
        {counted(registered.data.length, 'visitor')} registered
      </h3>
      <Trouble error={remove.error ?? file.error} />
      <ul className="border-water max-h-72 overflow-auto border-t">
        {registered.data.map((each) => (
          <li key={each.id} className="border-water flex items-baseline gap-3 border-b py-1">
            <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
              {each.name} <span className="mono">{each.email}</span>{' '}
              <span className="text-soft">
                <Time at={each.registeredAt} short />
                {each.confirmedAt === null && ', not confirmed'}
              </span>
            </span>
            <LinkButton
              aria-label={`Remove ${each.email}`}
              onClick={() => {
                if (!remove.isPending) remove.mutate(each.id);
              }}
            >
              Remove
            </LinkButton>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex gap-2">
        <Button
          busy={file.isPending}
          onClick={() => {
            file.mutate();
          }}
        >
          Download as CSV
        </Button>
        <Button
          onClick={() => {
            setAsking(true);
          }}
        >
          Remove all …
        </Button>
      </div>
      <Dialog alarming open={asking} onOpenChange={setAsking} title="Remove all who registered?">
        <p className="mb-4">
          What is kept of {counted(registered.data.length, 'visitor')} is deleted and cannot be brought back.
          They can register again.
        </p>
        <Trouble error={removeAll.error} />
        <DialogActions
          kind="alarm"
          busy={removeAll.isPending}
          onDo={() => {
            removeAll.mutate();
          }}
          leave="Cancel"
          onLeave={() => {
            setAsking(false);
          }}
        >
          Remove all
        </DialogActions>
      </Dialog>
    </section>
  );
}
