import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useDraft } from '../../common/api/content';
import { refreshSite } from '../../common/api/queries';
import { useVersionOutcome } from '../../common/api/visits';
import { useThisSite } from '../site/thisSite';
import { SiteDialog } from '../site/SiteDialog';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { DialogActions } from '../../common/ui/DialogActions';
import { Field } from '../../common/ui/Field';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { WillNotice } from '../../common/ui/Noticed';
import { SitePages } from '../../common/ui/SitePages';
import { May, may } from '../../who/access/May';

type Version = Schemas['VersionView'];

/** One version: what it looked like, bringing it back, its name and note. */
export function VersionSheet({ version }: { version: Version }) {
  const site = useThisSite();
  return (
    <>
      <May site={site} to="EDIT">
        <BringBack version={version} />
      </May>
      <SitePages key={version.number} siteId={site.id} version={version.number} />
      <AsZip number={version.number} />
      {may(site, 'EDIT') ? (
        <Describe version={version} />
      ) : (
        version.note !== '' && <p className="whitespace-pre-line">{version.note}</p>
      )}
    </>
  );
}

function BringBack({ version }: { version: Version }) {
  const site = useThisSite();
  const draft = useDraft(site.id);
  // The draft the person has seen; not one that someone else made while this sheet was open.
  const [seen, setSeen] = useState(draft.data?.revision);
  if (seen === undefined && draft.data) setSeen(draft.data.revision);
  const [asking, setAsking] = useState(false);
  const [redirects, setRedirects] = useState(false);
  const at = { siteId: site.id, number: version.number };
  const restore = useMutation({
    mutationFn: (draftRevision: number) =>
      dataOf(
        api.POST('/api/sites/{siteId}/versions/{number}/restoration', {
          params: { path: at },
          body: { draftRevision, redirects },
        }),
      ),
    onSuccess: async (restored) => {
      setSeen(restored.draftRevision);
      await refreshSite(site.id);
    },
  });
  const putLive = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/live/version', {
          params: { path: { siteId: site.id } },
          body: { version: version.number, redirects, rightsConfirmed: null },
        }),
      ),
    onSuccess: async () => {
      setAsking(false);
      await refreshSite(site.id);
      toast(`Version ${String(version.number)} is live`);
    },
  });
  const noticed = useVersionOutcome(site.id, version.number, redirects, asking);
  const isLive = site.live && site.liveVersion === version.number;
  return (
    <div className="mb-4">
      <div className="flex flex-wrap gap-2">
        <Button
          kind="primary"
          busy={restore.isPending}
          disabled={seen === undefined}
          onClick={() => {
            if (seen !== undefined) restore.mutate(seen);
          }}
        >
          Copy into the draft
        </Button>
        <May site={site} to="PUBLISH">
          <Button
            disabled={isLive || !site.rightsConfirmed}
            onClick={() => {
              putLive.reset();
              setAsking(true);
            }}
          >
            {isLive ? 'It is live' : 'Restore …'}
          </Button>
        </May>
      </div>
      {version.redirectsDiffer && (
        <div className="mt-2">
          <Check checked={redirects} onChange={setRedirects}>
            Also restore its redirects
          </Check>
        </div>
      )}
      <Trouble error={restore.error} />
      {restore.error && draft.data && draft.data.revision !== seen && (
        <Button
          onClick={() => {
            setSeen(draft.data.revision);
            restore.reset();
          }}
        >
          Go on from the draft as it is now
        </Button>
      )}
      {restore.data && (
        <Notice kind="good">
          The draft holds version {version.number} now.{' '}
          {restore.data.savedAs !== null
            ? `What was in the draft is saved as version ${String(restore.data.savedAs)}.`
            : 'What was in the draft is in a version already.'}{' '}
          Visitors see nothing of it until you publish.
        </Notice>
      )}
      <SiteDialog
        site={site}
        open={asking}
        onOpenChange={setAsking}
        title={`Put version ${String(version.number)} of ${site.title} live?`}
      >
        <p className="mb-2">
          {site.live
            ? `Visitors get it in place of version ${String(site.liveVersion)}, at once, at:`
            : 'Visitors get it at once, at:'}
        </p>
        <ul className="border-water mb-3 border-y py-2">
          {site.addresses.map((address) => (
            <li key={address.id} className="mono">
              {address.shown}
            </li>
          ))}
        </ul>
        <WillNotice query={noticed} />
        <p className="mb-4">
          {redirects && 'The redirects it was live with come back, too. '}
          Your draft stays as it is. The way back: put version {site.liveVersion ?? 'another'} live from this
          list.
        </p>
        <Trouble error={putLive.error} />
        <DialogActions
          busy={putLive.isPending}
          onDo={() => {
            putLive.mutate();
          }}
          leave="Cancel"
          onLeave={() => {
            setAsking(false);
          }}
        >
          Put version {version.number} live
        </DialogActions>
      </SiteDialog>
    </div>
  );
}

/** The version's files in a ZIP, for whoever takes them somewhere by hand. */
function AsZip({ number }: { number: number }) {
  const site = useThisSite();
  const [base, setBase] = useState('');
  const at = `/api/sites/${site.id}/versions/${String(number)}/zip`;
  return (
    <details className="mb-4">
      <summary className="text-soft min-h-[25px] cursor-pointer py-1">Download it as a ZIP</summary>
      <Field
        label="Path it will be seen under"
        placeholder="/trial"
        value={base}
        hint="Empty for a whole host name. Links that begin at the top are led under this path."
        onChange={(e) => {
          setBase(e.target.value);
        }}
      />
      <a href={base.trim() === '' ? at : `${at}?base=${encodeURIComponent(base.trim())}`} download>
        Download version {number}
      </a>
    </details>
  );
}

function Describe({ version }: { version: Version }) {
  const site = useThisSite();
  const [form, setForm] = useState({ name: version.name, note: version.note, kept: version.kept });
  const save = useMutation({
    mutationFn: (body: typeof form) =>
      dataOf(
        api.PATCH('/api/sites/{siteId}/versions/{number}', {
          params: { path: { siteId: site.id, number: version.number } },
          body,
        }),
      ),
    onSuccess: async () => {
      await refreshSite(site.id);
      toast(`Version ${String(version.number)} is saved`);
    },
  });
  const changed = form.name !== version.name || form.note !== version.note || form.kept !== version.kept;
  return (
    <form
      className="border-water border-t pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate(form);
      }}
    >
      <Field
        label="Name"
        value={form.name}
        maxLength={120}
        onChange={(e) => {
          setForm({ ...form, name: e.target.value });
        }}
      />
      <label className="mb-3 block">
        <span className="mb-1 block font-medium">Note</span>
        <textarea
          value={form.note}
          maxLength={2000}
          rows={2}
          onChange={(e) => {
            setForm({ ...form, note: e.target.value });
          }}
          className="border-ink bg-paper w-full border px-2 py-1.5"
        />
      </label>
      <div className="mb-3">
        <Check
          checked={form.kept}
          onChange={(kept) => {
            setForm({ ...form, kept });
          }}
        >
          Keep forever
        </Check>
      </div>
      <Trouble error={save.error} />
      <Button type="submit" disabled={!changed} busy={save.isPending}>
        Save name and note
      </Button>
    </form>
  );
}
