import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Dialog } from '../../common/ui/Dialog';
import { DialogActions } from '../../common/ui/DialogActions';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import type { Certificate } from './words';

type Step = Certificate['hsts']['step'];

const WORDS: Record<Step, string> = {
  NONE: 'none',
  MINUTES: 'for 5 minutes after each visit',
  WEEK: 'for a week after each visit',
  YEAR: 'for a year after each visit',
};

const LOWER: Record<Step, Step | null> = { NONE: null, MINUTES: 'NONE', WEEK: 'MINUTES', YEAR: 'WEEK' };

interface Wanted {
  step: Step;
  subdomains: boolean;
}

/** The promise that browsers are asked for (HSTS), raised and lowered a step at a time. */
export function BrowserPromise({ site, https }: { site: SiteView; https: Certificate }) {
  const { hsts } = https;
  const [asking, setAsking] = useState<Wanted | null>(null);
  const lower = LOWER[hsts.step];
  return (
    <section aria-label="Promise of browsers" className="border-water bg-land/40 mb-3 border p-3">
      <h4 className="font-medium">Always use HTTPS in browsers (HSTS)</h4>
      <p className="text-soft mb-1 text-[0.93rem]">
        A browser that was here once then never tries plain HTTP, which nobody can lead astray. What it has
        promised cannot be taken back from here.
      </p>
      <p>
        Now: <strong className="font-medium">{WORDS[hsts.step]}</strong>
        {hsts.subdomains && ', for all names below as well'}
        {hsts.step === 'NONE' && hsts.owedUntil !== null && (
          <>
            ; the last browser may insist on HTTPS until <Time at={hsts.owedUntil} />
          </>
        )}
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {hsts.next !== null && (
          <Button
            disabled={hsts.hindrance !== ''}
            onClick={() => {
              setAsking({ step: hsts.next ?? 'NONE', subdomains: hsts.subdomains });
            }}
          >
            Extend to {WORDS[hsts.next].replace(/^for /, '')} …
          </Button>
        )}
        {hsts.subdomainsHindrance === '' && !hsts.subdomains && hsts.step !== 'NONE' && (
          <Button
            onClick={() => {
              setAsking({ step: hsts.step, subdomains: true });
            }}
          >
            Include names below …
          </Button>
        )}
        {hsts.subdomains ? (
          <Button
            onClick={() => {
              setAsking({ step: hsts.step, subdomains: false });
            }}
          >
            Leave names below out …
          </Button>
        ) : (
          lower !== null && (
            <Button
              onClick={() => {
                setAsking({ step: lower, subdomains: false });
              }}
            >
              Lower it: {WORDS[lower]} …
            </Button>
          )
        )}
        {hsts.hindrance !== '' && hsts.nextFrom !== null && (
          <span className="text-soft">
            the next step from <Time at={hsts.nextFrom} />, once this one has held
          </span>
        )}
      </div>
      {asking && (
        <Confirm
          site={site}
          https={https}
          wanted={asking}
          onClose={() => {
            setAsking(null);
          }}
        />
      )}
    </section>
  );
}

function Confirm({
  site,
  https,
  wanted,
  onClose,
}: {
  site: SiteView;
  https: Certificate;
  wanted: Wanted;
  onClose: () => void;
}) {
  const order: Step[] = ['NONE', 'MINUTES', 'WEEK', 'YEAR'];
  const raises =
    order.indexOf(wanted.step) > order.indexOf(https.hsts.step) ||
    (wanted.subdomains && !https.hsts.subdomains);
  const change = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/certificates/{name}/hsts', {
          params: { path: { name: https.name } },
          body: wanted,
        }),
      ),
    onSuccess: async () => {
      await refreshSite(site.id);
      onClose();
    },
  });
  return (
    <Dialog open onOpenChange={onClose} title={raises ? 'Raise the promise?' : 'Lower the promise?'}>
      {raises ? (
        <p className="mb-3">
          What cannot be taken back: browsers that come from now on refuse plain HTTP at{' '}
          <span className="mono">{https.name}</span>
          {wanted.subdomains && ' and at every name below it'} {WORDS[wanted.step]}. Should HTTPS stop working
          in that time, they cannot come at all, whatever you change here.
        </p>
      ) : (
        <p className="mb-3">
          Browsers hear of it at their next visit. Those that do not come back keep what they promised
          {https.hsts.owedUntil !== null && (
            <>
              {' '}
              until <Time at={https.hsts.owedUntil} /> at the latest
            </>
          )}
          ; HTTPS has to work until then.
        </p>
      )}
      <Trouble error={change.error} />
      <DialogActions
        busy={change.isPending}
        onDo={() => {
          change.mutate();
        }}
        leave="Cancel"
        onLeave={onClose}
      >
        {raises ? 'Raise the promise' : 'Lower the promise'}
      </DialogActions>
    </Dialog>
  );
}
