import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { DialogActions } from '../../common/ui/DialogActions';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';
import { SiteDialog } from '../../what/site/SiteDialog';
import type { SiteView } from '../../what/site/thisSite';
import { WhatBecomes } from './TakeDownDialog';
import { useForeseen } from './useForeseen';

/** Deletes a site, once everything of it is named. It can be brought back for 30 days. */
export function DeleteSite({ site }: { site: SiteView }) {
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [hosts, setHosts] = useState(false);
  const path = { siteId: site.id };
  const foreseen = useForeseen(site.id, open);
  const remove = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/sites/{siteId}', { params: { path, query: { hosts } } })),
    onSuccess: async (done) => {
      await navigate('/');
      await queries.invalidateQueries();
      toast(`${site.title} is deleted. It can be brought back from Deleted sites.`);
      for (const sentence of done.hostsRefused) toast.error(sentence);
    },
  });
  const outcome = foreseen.data;
  return (
    <p className="border-water mt-6 border-t pt-3">
      <Button
        onClick={() => {
          setOpen(true);
        }}
      >
        Delete this site …
      </Button>
      <SiteDialog site={site} open={open} onOpenChange={setOpen} title={`Delete ${site.title}?`} alarming>
        {foreseen.isPending && <Loading />}
        <Trouble error={foreseen.error} />
        <p className="mb-2">
          Its draft of {counted(site.files, 'file')}, all its versions, addresses and redirects go to{' '}
          <em>Deleted sites</em>. For 30 days it can be brought back whole, and nobody else can take its
          addresses. Then it is gone for good.
        </p>
        {outcome && <WhatBecomes outcome={outcome} everywhere hostsToo={hosts} />}
        {outcome && outcome.hosts.length > 0 && (
          <div className="mb-3">
            <Check checked={hosts} onChange={setHosts}>
              Also remove its {counted(outcome.hosts.length, 'copy', 'copies')} on hosts
            </Check>
          </div>
        )}
        <Trouble error={remove.error} />
        <DialogActions
          kind="alarm"
          busy={remove.isPending}
          onDo={() => {
            remove.mutate();
          }}
          leave="Cancel"
          onLeave={() => {
            setOpen(false);
          }}
        >
          Delete {site.title}
        </DialogActions>
      </SiteDialog>
    </p>
  );
}
