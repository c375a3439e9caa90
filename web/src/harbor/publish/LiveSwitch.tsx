import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { SiteDialog } from '../../what/site/SiteDialog';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { DialogActions } from '../../common/ui/DialogActions';
import { Trouble } from '../../common/ui/Notice';
import { Pennant } from '../../common/ui/Pennant';

/** One switch, one place, both ways: takes a site down and puts it live again exactly as it was. */
export function LiveSwitch({ site }: { site: SiteView }) {
  const [open, setOpen] = useState(false);
  const to = !site.live;
  const change = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/live', { params: { path: { siteId: site.id } }, body: { live: to } }),
      ),
    onSuccess: async () => {
      await refreshSite(site.id);
      setOpen(false);
      toast(to ? `${site.title} is live` : `${site.title} is not live any more`);
    },
  });
  if (site.liveVersion === null) return <Pennant live={false} />;
  const words = to ? 'Put live' : 'Unpublish';
  return (
    <span className="inline-flex items-center gap-2">
      <Pennant live={site.live} />
      <Button
        onClick={() => {
          change.reset();
          setOpen(true);
        }}
      >
        {words}
      </Button>
      <SiteDialog site={site} open={open} onOpenChange={setOpen} title={`${words} ${site.title}?`}>
        <p className="mb-2">
          {to
            ? `Visitors get version ${String(site.liveVersion)} again, exactly as it was, at:`
            : 'Visitors get a plain “nothing here” page (404) at:'}
        </p>
        <ul className="border-water mb-3 border-y py-2">
          {site.addresses.map((address) => (
            <li key={address.id} className="mono">
              {address.shown}
            </li>
          ))}
          {site.addresses.length === 0 && <li className="text-soft">no address: nobody is touched</li>}
        </ul>
        <p className="mb-4">
          {to
            ? 'Your draft stays as it is.'
            : 'Nothing is deleted: pages, versions and addresses stay. The same switch puts it live again.'}
        </p>
        <Trouble error={change.error} />
        <DialogActions
          kind={to ? 'primary' : 'alarm'}
          busy={change.isPending}
          onDo={() => {
            change.mutate();
          }}
          leave="Cancel"
          onLeave={() => {
            setOpen(false);
          }}
        >
          {words} {site.title}
        </DialogActions>
      </SiteDialog>
    </span>
  );
}
