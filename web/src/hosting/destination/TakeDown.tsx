import { useState } from 'react';
import { SiteDialog } from '../../what/site/SiteDialog';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { DialogActions } from '../../common/ui/DialogActions';
import type { AtWork } from './ask';
import { place } from './words';

/** One switch, both ways: takes our files from a host, and puts the same version back. */
export function TakeDown({ site, destination: d, busy, onAsk }: AtWork) {
  const [open, setOpen] = useState(false);
  const [notice, setNotice] = useState(false);
  if (d.state === 'TAKEN_DOWN') {
    return d.previousVersion === null ? null : (
      <Button
        kind="primary"
        busy={busy}
        onClick={() => {
          onAsk({ kind: 'PUBLISH', version: d.previousVersion });
        }}
      >
        Put version {d.previousVersion} back
      </Button>
    );
  }
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true);
        }}
      >
        Unpublish from this host …
      </Button>
      <SiteDialog
        alarming
        site={site}
        open={open}
        onOpenChange={setOpen}
        title={`Take ${site.title} from ${d.hostName}?`}
      >
        <p className="mb-2">Our files are removed at:</p>
        <p className="border-water mono mb-3 border-y py-2 [overflow-wrap:anywhere]">{place(d)}</p>
        <p className="mb-3">
          What others put there stays. Nothing is deleted here: put it back from this same place. Your other
          addresses are not touched.
        </p>
        <div className="mb-4">
          <Check checked={notice} onChange={setNotice}>
            Leave a “nothing here” page in its place
          </Check>
        </div>
        <DialogActions
          kind="alarm"
          busy={busy}
          onDo={() => {
            onAsk({ kind: 'TAKE_DOWN', notice });
            setOpen(false);
          }}
          leave="Cancel"
          onLeave={() => {
            setOpen(false);
          }}
        >
          Take it down
        </DialogActions>
      </SiteDialog>
    </>
  );
}
