import { useMutation } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { DialogActions } from '../../common/ui/DialogActions';
import { Trouble } from '../../common/ui/Trouble';
import { SiteDialog } from '../../what/site/SiteDialog';
import type { SiteView } from '../../what/site/thisSite';

/** Puts a site live again exactly as it was. */
export function PutLiveDialog({
  site,
  open,
  onOpenChange,
}: {
  site: SiteView;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const putLive = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/live', { params: { path: { siteId: site.id } }, body: { live: true } }),
      ),
    onSuccess: async () => {
      await refreshSite(site.id);
      onOpenChange(false);
      toast(`${site.title} is live`);
    },
  });
  return (
    <SiteDialog site={site} open={open} onOpenChange={onOpenChange} title={`Put live ${site.title}?`}>
      <p className="mb-2">Visitors get version {site.liveVersion} again, exactly as it was, at:</p>
      <ul className="border-water mb-3 border-y py-2">
        {site.addresses.map((address) => (
          <li key={address.id} className="mono">
            {address.shown}
          </li>
        ))}
        {site.addresses.length === 0 && <li className="text-soft">no address: nobody is touched</li>}
      </ul>
      <p className="mb-4">Your draft stays as it is.</p>
      <Trouble error={putLive.error} />
      <DialogActions
        busy={putLive.isPending}
        onDo={() => {
          putLive.mutate();
        }}
        leave="Cancel"
        onLeave={() => {
          onOpenChange(false);
        }}
      >
        Put live {site.title}
      </DialogActions>
    </SiteDialog>
  );
}
