import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useOutlook } from '../../common/api/certificates';
import { refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Dialog } from '../../common/ui/Dialog';
import { DialogActions } from '../../common/ui/DialogActions';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';

type Finding = Schemas['Finding'];

const FATES: Record<Finding['fate'], string> = {
  BLOCKED: 'Not loaded by browsers',
  WARNED: 'Visitors are warned before anything is sent',
  UPGRADED: 'Loaded by HTTPS instead, where that is answered',
};

const USES: Record<Finding['use'], string> = {
  SCRIPT: 'script',
  STYLE: 'style sheet',
  PICTURE: 'picture',
  PICTURE_SET: 'choice of pictures',
  SOUND: 'sound or film',
  FRAME: 'frame',
  OBJECT: 'object',
  FONT: 'font',
  FORM: 'form',
  OTHER: 'file',
  BASE: 'base of all addresses',
  LINK: 'link',
  INERT: 'template',
};

/** What turning HTTPS on would do, what is in the way, and which pages would break. */
export function TurnOn({
  site,
  address,
  state,
  onClose,
}: {
  site: SiteView;
  address: Schemas['Address'];
  state: Schemas['StandingView']['state'];
  onClose: () => void;
}) {
  const [all, setAll] = useState(false);
  const outlook = useOutlook(site.id, true);
  const on = useMutation({
    mutationFn: async () => {
      if (all) {
        await dataOf(api.POST('/api/sites/{siteId}/https', { params: { path: { siteId: site.id } } }));
      } else {
        await dataOf(
          api.POST('/api/sites/{siteId}/addresses/{id}/https', {
            params: { path: { siteId: site.id, id: address.id } },
          }),
        );
      }
    },
    onSuccess: async () => {
      await refreshSite(site.id);
      toast('We are getting a certificate');
      onClose();
    },
  });
  return (
    <Dialog open onOpenChange={onClose} wide title={`Turn HTTPS on for ${all ? site.title : address.shown}?`}>
      <ol className="mb-3 list-decimal pl-5">
        <li>We prove to the authority that the name leads here, and get a certificate. It takes a moment.</li>
        <li>Visitors who come by plain HTTP are sent on, path and query kept. Old links go on working.</li>
        <li>It renews itself. You hear of it when that fails, two weeks before the end.</li>
      </ol>
      {site.addresses.length > 1 && (
        <p className="mb-3">
          <Check checked={all} onChange={setAll}>
            for all {site.addresses.length} addresses of {site.title}
          </Check>
        </p>
      )}
      {state === 'FAILED' && (
        <Notice kind="attention">
          In the way: visitors do not reach the site at <span className="mono">{address.shown}</span> yet. The
          steps above say what to do. Once its records lead here we go on by ourselves.
        </Notice>
      )}
      <h3 className="mb-1">What pages load by plain HTTP</h3>
      {outlook.isPending && <Loading />}
      <Trouble error={outlook.error} />
      {outlook.data && <Mixed outlook={outlook.data} />}
      <Trouble error={on.error} />
      <DialogActions
        busy={on.isPending}
        onDo={() => {
          on.mutate();
        }}
        leave="Cancel"
        onLeave={onClose}
      >
        Turn HTTPS on
      </DialogActions>
    </Dialog>
  );
}

/** What would break first comes first. */
function Mixed({ outlook }: { outlook: Schemas['Mixed'] }) {
  const [whole, setWhole] = useState(false);
  const own = outlook.findings.filter((f) => f.own);
  const others = outlook.findings.filter((f) => !f.own);
  if (outlook.findings.length === 0) {
    return <p className="mb-4">✓ Nothing. No page would break.</p>;
  }
  return (
    <div className="mb-4">
      {own.length > 0 && (
        <p className="mb-2">
          {own.length === 1 ? 'One place names' : `${String(own.length)} places name`} an address of your own.
          That is fixed when the pages are built.
        </p>
      )}
      {(['BLOCKED', 'WARNED', 'UPGRADED'] as const).map((fate) => {
        const these = others.filter((f) => f.fate === fate);
        if (these.length === 0) return null;
        return (
          <section key={fate} aria-label={FATES[fate]} className="mb-3">
            <h4 className={fate === 'UPGRADED' ? 'font-medium' : 'text-magenta font-medium'}>
              {FATES[fate]}: {counted(these.length, 'place')}
            </h4>
            <ul className="border-water border-t text-[0.93rem]">
              {these.slice(0, whole ? undefined : 6).map((f) => (
                <li
                  key={`${f.path} ${String(f.line)} ${f.url}`}
                  className="border-water border-b py-1 [overflow-wrap:anywhere]"
                >
                  <span className="mono">{f.path}</span>, line {f.line}: {USES[f.use]}{' '}
                  <span className="mono text-soft">{f.url}</span>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {!whole && others.length > 6 && (
        <Button
          kind="quiet"
          onClick={() => {
            setWhole(true);
          }}
        >
          Show all {others.length + outlook.more}
        </Button>
      )}
      {others.length > 0 && (
        <p className="text-soft">
          Write https:// in these places where the other side answers by it, or bring the files into the site.
        </p>
      )}
    </div>
  );
}
