import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { DialogActions } from '../../common/ui/DialogActions';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { SiteDialog } from '../../what/site/SiteDialog';
import type { SiteView } from '../../what/site/thisSite';
import { NoticeFields } from './NoticeFields';
import { useClosingOutcome } from '../../common/api/visits';
import { WillNotice } from '../../common/ui/Noticed';
import { useRested } from '../../common/ui/useRested';
import { ownZone } from '../../common/clock/time';
import { NOTICE, type PlansView } from './planForm';
import { May } from '../../who/access/May';

/** Closes a site for now. */
export function CloseNow({ site, standing }: { site: SiteView; standing: PlansView['now'] | undefined }) {
  const [open, setOpen] = useState(false);
  if (!site.live || !standing || standing.closed !== '') return null;
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true);
        }}
      >
        Close for now
      </Button>
      {open && <CloseDialog site={site} onOpenChange={setOpen} />}
    </>
  );
}

/** What is closed, for how long yet, and the way to open it again. */
export function ClosedNow({ site, standing }: { site: SiteView; standing: PlansView['now'] }) {
  const reopen = useMutation({
    mutationFn: () =>
      dataOf(api.DELETE('/api/sites/{siteId}/closure', { params: { path: { siteId: site.id } } })),
    onSuccess: async () => {
      await refreshSite(site.id);
      toast(`${site.title} is open again`);
    },
  });
  if (standing.closed === '') return null;
  return (
    <div className="border-ink bg-land/60 my-2 flex flex-wrap items-center gap-x-4 gap-y-2 border-l-4 px-3 py-2">
      <p className="min-w-0 flex-1 [overflow-wrap:anywhere]">
        <strong className="font-medium">Closed:</strong> {standing.closed}.{' '}
        {standing.reopens === null ? (
          'It stays closed until you reopen it.'
        ) : (
          <>
            Reopens <Time at={standing.reopens} />
          </>
        )}
      </p>
      <May site={site} to="PUBLISH">
        <Button
          busy={reopen.isPending}
          onClick={() => {
            reopen.mutate();
          }}
        >
          Reopen now
        </Button>
      </May>
      <Trouble error={reopen.error} />
    </div>
  );
}

function CloseDialog({ site, onOpenChange }: { site: SiteView; onOpenChange: (open: boolean) => void }) {
  const [closing, setClosing] = useState(NOTICE);
  const [until, setUntil] = useState('');
  const rested = useRested(closing);
  const ready = rested.kind === 'WORDS' || rested.target !== '';
  const noticed = useClosingOutcome(site.id, rested, ready);
  const close = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/closure', {
          params: { path: { siteId: site.id } },
          body: { ...closing, until: until === '' ? null : until, zone: ownZone() },
        }),
      ),
    onSuccess: async () => {
      await refreshSite(site.id);
      onOpenChange(false);
      toast(`${site.title} is closed for now`);
    },
  });
  return (
    <SiteDialog site={site} open onOpenChange={onOpenChange} title={`Close ${site.title} for now?`}>
      <p className="mb-2">Instead of pages, visitors get what you say here (503) at:</p>
      <ul className="border-water mb-3 border-y py-2">
        {site.addresses
          .filter((a) => a.role === 'MAIN' || a.role === 'ALIAS')
          .map((address) => (
            <li key={address.id} className="mono">
              {address.shown}
            </li>
          ))}
      </ul>
      <NoticeFields closing={closing} onChange={setClosing} />
      <Field
        label="Opens again (optional)"
        type="datetime-local"
        value={until}
        hint="At this time it reopens by itself. Without it, you reopen it here."
        onChange={(e) => {
          setUntil(e.target.value);
        }}
      />
      <p className="text-soft mb-4">
        Search engines keep what they have. You still see the site in its preview, and can go on editing and
        publishing.
      </p>
      {ready && <WillNotice query={noticed} />}
      <Trouble error={close.error} />
      <DialogActions
        busy={close.isPending}
        onDo={() => {
          close.mutate();
        }}
        leave="Cancel"
        onLeave={() => {
          onOpenChange(false);
        }}
      >
        Close {site.title}
      </DialogActions>
    </SiteDialog>
  );
}
