import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { useTakeDownOutcome } from '../../common/api/visits';
import { Check } from '../../common/ui/Check';
import { DialogActions } from '../../common/ui/DialogActions';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { WillNotice } from '../../common/ui/Noticed';
import { counted } from '../../common/ui/Words';
import { SiteDialog } from '../../what/site/SiteDialog';
import type { SiteView } from '../../what/site/thisSite';
import { useForeseen } from './useForeseen';

type Outcome = Schemas['TakeDownOutcome'];

interface Props {
  site: SiteView;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Takes a site down, once it is told for each address and host what comes of it, by the routes that will answer. */
export function TakeDownDialog({ site, open, onOpenChange }: Props) {
  const [everywhere, setEverywhere] = useState(false);
  const path = { siteId: site.id };
  const foreseen = useForeseen(site.id, open);
  const noticed = useTakeDownOutcome(site.id, everywhere, open);
  const down = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/sites/{siteId}/takedown', { params: { path }, body: { everywhere } })),
    onSuccess: async (done) => {
      await refreshSite(site.id);
      onOpenChange(false);
      toast(
        done.hostsAsked > 0
          ? `${site.title} is not live any more; ${counted(done.hostsAsked, 'copy', 'copies')} elsewhere ${done.hostsAsked === 1 ? 'is' : 'are'} being removed`
          : `${site.title} is not live any more`,
      );
      for (const sentence of done.hostsRefused) toast.error(sentence);
    },
  });
  const outcome = foreseen.data;
  const more = outcome !== undefined && hasMore(outcome);
  return (
    <SiteDialog
      site={site}
      open={open}
      onOpenChange={onOpenChange}
      title={`Unpublish ${site.title}?`}
      alarming
    >
      {foreseen.isPending && <Loading />}
      <Trouble error={foreseen.error} />
      {outcome && <WhatBecomes outcome={outcome} everywhere={everywhere} />}
      <WillNotice query={noticed} />
      {more && (
        <div className="mb-3">
          <Check checked={everywhere} onChange={setEverywhere}>
            All of it, everywhere: its other addresses stop, too
            {outcome.hosts.length > 0 && ', and its copies on hosts are removed'}
          </Check>
        </div>
      )}
      <p className="mb-4">
        Nothing is deleted here: pages, versions and addresses stay. The same switch puts it live again.
      </p>
      <Trouble error={down.error} />
      <DialogActions
        kind="alarm"
        busy={down.isPending}
        onDo={() => {
          down.mutate();
        }}
        leave="Cancel"
        onLeave={() => {
          onOpenChange(false);
        }}
      >
        Unpublish {site.title}
        {everywhere && ' everywhere'}
      </DialogActions>
    </SiteDialog>
  );
}

/** Whether anything of the site is left where it is when only its live addresses stop. */
const hasMore = (outcome: Outcome) =>
  outcome.hosts.length > 0 || outcome.addresses.some((a) => a.after.kind !== 'MISSING');

/** What becomes of each address and each copy elsewhere. */
export function WhatBecomes({
  outcome,
  everywhere,
  hostsToo = everywhere,
}: {
  outcome: Outcome;
  /** Whether all its addresses stop. */
  everywhere: boolean;
  /** Whether its copies on hosts are removed. */
  hostsToo?: boolean;
}) {
  return (
    <ul className="border-water mb-3 border-y py-2">
      {outcome.addresses.map((a) => {
        const after = everywhere ? a.everywhere : a.after;
        return (
          <li key={a.shown} className="py-0.5">
            <span className="mono font-semibold [overflow-wrap:anywhere]">{a.shown}</span>
            <br />
            <span className={after.kind === 'MISSING' ? 'text-soft' : ''}>
              {after.words}
              {after.kind !== 'MISSING' && after.words === a.now.words && ', as now'}.
            </span>
          </li>
        );
      })}
      {outcome.hosts.map((h) => (
        <li key={h.destinationId} className="py-0.5">
          <span className="mono font-semibold [overflow-wrap:anywhere]">{h.place}</span>
          <br />
          {hostsToo
            ? `The copy on ${h.host} is removed.`
            : `On ${h.host} ${h.version === null ? 'part of a version' : `version ${String(h.version)}`} stays, for everyone to see.`}
        </li>
      ))}
      {outcome.addresses.length === 0 && outcome.hosts.length === 0 && (
        <li className="text-soft">no address: nobody is touched</li>
      )}
    </ul>
  );
}
