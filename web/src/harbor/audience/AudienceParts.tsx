import { useMutation } from '@tanstack/react-query';
import { Copy } from 'lucide-react';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { useDestinations } from '../../common/api/hosting';
import { refreshSite } from '../../common/api/queries';
import { Button, LinkButton } from '../../common/ui/Button';
import { copy } from '../../common/ui/copy';
import { useAudienceOutcome } from '../../common/api/visits';
import { DialogActions } from '../../common/ui/DialogActions';
import { WillNotice } from '../../common/ui/Noticed';
import { SiteDialog } from '../../what/site/SiteDialog';
import { Diamond } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { useAudience, wayWords, type Part } from './audience';
import { RegisteredList } from './RegisteredList';
import { SeeItAs } from './SeeItAs';
import { AudienceForm } from './AudienceForm';

/** For whom a site is there, and which parts of it are for others. */
export function AudienceParts({ site }: { site: SiteView }) {
  const parts = useAudience(site.id);
  const [editing, setEditing] = useState<Part | 'new' | null>(null);
  const destinations = useDestinations(site.id);
  const copies = (destinations.data ?? [])
    .filter((destination) => destination.state === 'HOLDS' || destination.state === 'PARTLY')
    .map((destination) => destination.hostName);
  const whole = parts.data?.find((part) => part.path === '/');
  const others = parts.data?.filter((part) => part !== whole) ?? [];
  return (
    <>
      <Trouble error={parts.error} />
      {parts.data && (
        <>
          <ul className="border-water border-t">
            <li className="border-water border-b px-2 py-2">
              {whole ? (
                <PartRow site={site} part={whole} onEdit={setEditing} />
              ) : (
                <p>
                  <strong className="font-medium">The whole site:</strong> everyone who knows or finds an
                  address
                  {others.length > 0 && ', but for the parts below'}.
                </p>
              )}
            </li>
            {others.map((part) => (
              <li key={part.id} className="border-water border-b px-2 py-2">
                <PartRow site={site} part={part} onEdit={setEditing} />
              </li>
            ))}
          </ul>
          {parts.data.some((part) => part.way !== 'EVERYONE') && (
            <p className="text-soft mt-2 max-w-prose">
              Hosts elsewhere keep nobody out, so what is not for everyone is not published there. Search
              engines get none of it.
              {copies.length > 0 &&
                ` What is on ${copies.join(', ')} already stays there until you publish there again.`}
            </p>
          )}
          {site.role !== 'OWNER' ? null : editing === null ? (
            <p className="mt-3">
              <Button
                onClick={() => {
                  setEditing('new');
                }}
              >
                Decide who gets in …
              </Button>
            </p>
          ) : (
            <AudienceForm
              key={editing === 'new' ? 'new' : editing.id}
              site={site}
              part={editing === 'new' ? undefined : editing}
              first={whole === undefined}
              onDone={() => {
                setEditing(null);
              }}
            />
          )}
          <SeeItAs site={site} />
          <RegisteredList site={site} />
        </>
      )}
    </>
  );
}

function PartRow({ site, part, onEdit }: { site: SiteView; part: Part; onEdit: (part: Part) => void }) {
  const ids = { path: { siteId: site.id, id: part.id } };
  const [removing, setRemoving] = useState(false);
  const noticed = useAudienceOutcome(site.id, part.path, null, removing);
  const renew = useMutation({
    mutationFn: () => dataOf(api.POST('/api/sites/{siteId}/audience/parts/{id}/renewal', { params: ids })),
    onSuccess: async () => {
      await refreshSite(site.id);
      toast('Renewed: whoever was let in before is asked again');
    },
  });
  const remove = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/sites/{siteId}/audience/parts/{id}', { params: ids })),
    onSuccess: async () => {
      await refreshSite(site.id);
      toast(part.path === '/' ? 'The site is for everyone' : `${part.path} is as the part around it`);
    },
  });
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="min-w-48 flex-1 [overflow-wrap:anywhere]">
          <strong className="font-medium">
            {part.path === '/' ? 'The whole site' : <span className="mono">{part.path}</span>}:
          </strong>{' '}
          {wayWords(part.way)}
        </span>
        {site.role === 'OWNER' && (
          <>
            <LinkButton
              onClick={() => {
                onEdit(part);
              }}
            >
              Change
            </LinkButton>
            {part.way !== 'EVERYONE' && (
              <LinkButton
                onClick={() => {
                  if (!renew.isPending) renew.mutate();
                }}
              >
                {part.way === 'LINK' ? 'New link' : 'Ask everyone again'}
              </LinkButton>
            )}
            <LinkButton
              onClick={() => {
                setRemoving(true);
              }}
            >
              Remove …
            </LinkButton>
          </>
        )}
      </div>
      <p className="text-soft">{part.getsIn}</p>
      {part.files === 0 && (
        <p className="flex gap-1.5">
          <Diamond /> Nothing in the draft lies there. Check the path for a typo: small and capital letters
          differ.
        </p>
      )}
      {part.until !== null && !part.ended && (
        <p className="text-soft">
          The link ends <Time at={part.until} />.
        </p>
      )}
      {part.link !== null && !part.ended && (
        <p className="flex items-center gap-2">
          <span className="mono min-w-0 flex-1 truncate" title={part.link}>
            {part.link}
          </span>
          <button
            type="button"
            aria-label={`Copy the link to ${part.path}`}
            className="hover:bg-shoal grid size-7 place-items-center"
            onClick={() => {
              void copy(part.link ?? '', 'Link');
            }}
          >
            <Copy size={15} />
          </button>
        </p>
      )}
      <Trouble error={renew.error} />
      <SiteDialog
        alarming
        site={site}
        open={removing}
        onOpenChange={setRemoving}
        title={`Remove who gets in to ${part.path === '/' ? site.title : part.path}?`}
      >
        <p className="mb-2">
          {part.path === '/'
            ? 'The whole site is for everyone then, but for parts of it that have their own choice.'
            : 'It is then for whom the part around it is.'}{' '}
          {part.way === 'LINK' && 'The link no longer lets anybody in. '}
          Pages and addresses stay as they are.
        </p>
        <WillNotice query={noticed} />
        <Trouble error={remove.error} />
        <DialogActions
          kind="alarm"
          busy={remove.isPending}
          onDo={() => {
            remove.mutate();
          }}
          leave="Cancel"
          onLeave={() => {
            setRemoving(false);
          }}
        >
          Remove
        </DialogActions>
      </SiteDialog>
    </>
  );
}
