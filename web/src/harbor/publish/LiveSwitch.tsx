import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { DialogActions } from '../../common/ui/DialogActions';
import { Trouble } from '../../common/ui/Notice';
import { Pennant } from '../../common/ui/Pennant';
import { SiteDialog } from '../../what/site/SiteDialog';
import { standingOf, type SiteView } from '../../what/site/thisSite';
import { atLeast } from '../../who/access/people';
import { TakeDownDialog } from './TakeDownDialog';

/** One switch, one place, both ways: takes a site down and puts it live again exactly as it was. */
export function LiveSwitch({ site }: { site: SiteView }) {
  const [open, setOpen] = useState(false);
  if (site.liveVersion === null) return <Pennant state="NOT_LIVE" />;
  if (!atLeast(site.role, 'PUBLISHER')) return <Pennant state={standingOf(site)} />;
  return (
    <span className="inline-flex items-center gap-2">
      <Pennant state={standingOf(site)} />
      <Button
        onClick={() => {
          setOpen(true);
        }}
      >
        {site.live ? 'Unpublish' : 'Put live'}
      </Button>
      {site.live ? (
        <TakeDownDialog site={site} open={open} onOpenChange={setOpen} />
      ) : (
        <PutLiveDialog site={site} open={open} onOpenChange={setOpen} />
      )}
    </span>
  );
}

function PutLiveDialog({
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
