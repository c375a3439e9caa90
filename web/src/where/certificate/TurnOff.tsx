import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { SiteDialog } from '../../what/site/SiteDialog';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { DialogActions } from '../../common/ui/DialogActions';
import { Trouble } from '../../common/ui/Trouble';

/** Turns HTTPS off at a name, once it is said what that means. */
export function TurnOff({ site, name, held }: { site: SiteView; name: string; held: boolean }) {
  const [asking, setAsking] = useState(false);
  const off = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/certificates/{name}', { params: { path: { name } } })),
    onSuccess: async () => {
      await refreshSite(site.id);
      toast(`HTTPS is off at ${name}`);
    },
  });
  return (
    <>
      <Button
        onClick={() => {
          setAsking(true);
        }}
      >
        Turn HTTPS off …
      </Button>
      <SiteDialog
        alarming
        site={site}
        open={asking}
        onOpenChange={setAsking}
        title={`Turn HTTPS off for ${site.title}?`}
      >
        <p className="mb-3">
          {held && (
            <>
              Links to <span className="mono">https://{name}</span> stop working, at once. Pages are given by
              plain HTTP.{' '}
            </>
          )}
          It stays off until you turn it on again, or give the address up.
        </p>
        <Trouble error={off.error} />
        <DialogActions
          kind="alarm"
          busy={off.isPending}
          onDo={() => {
            off.mutate();
          }}
          leave="Keep it on"
          onLeave={() => {
            setAsking(false);
          }}
        >
          Turn HTTPS off at {name}
        </DialogActions>
      </SiteDialog>
    </>
  );
}
