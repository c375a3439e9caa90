import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { shown } from '../../common/clock/time';
import { useHttps } from '../../common/api/certificates';
import { refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Life } from '../../common/ui/Life';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { BringCertificate } from './BringCertificate';
import { BrowserPromise } from './BrowserPromise';
import { TurnOff } from './TurnOff';
import { TurnOn } from './TurnOn';
import { inALine, type Certificate } from './words';
import { May, may } from '../../who/access/May';

/** The HTTPS of one address: how it stands, and what can be done about it. */
export function Https({ site, standing }: { site: SiteView; standing: Schemas['StandingView'] }) {
  const { address, state } = standing;
  const all = useHttps(site.id);
  const [asking, setAsking] = useState<'on' | 'bring' | null>(null);
  if (all.isPending) return <Loading />;
  if (all.error) return <Trouble error={all.error} />;
  const { https, coming } = all.data.find((a) => a.addressId === address.id) ?? {
    https: null,
    coming: false,
  };
  const close = () => {
    setAsking(null);
  };
  return (
    <section aria-label="HTTPS" className="mt-1">
      <h3 className="mb-1">HTTPS</h3>
      {https === null ? (
        <p className="mb-2 max-w-prose">
          {coming
            ? 'It comes by itself, once the name leads here and a certificate can be had.'
            : 'Off. Anyone on the way can read along and change what visitors get, and browsers call the site “not secure”.'}
        </p>
      ) : (
        <On site={site} https={https} />
      )}
      <May site={site} to="MANAGE">
        <div className="flex flex-wrap gap-2">
          {https === null && !coming && (
            <Button
              kind="primary"
              onClick={() => {
                setAsking('on');
              }}
            >
              Turn HTTPS on …
            </Button>
          )}
          {https?.own === false && (
            <Button
              onClick={() => {
                setAsking('on');
              }}
            >
              Get a certificate of its own …
            </Button>
          )}
          <Button
            onClick={() => {
              setAsking('bring');
            }}
          >
            Add a certificate …
          </Button>
          {(https !== null || coming) && (
            <TurnOff
              site={site}
              name={https?.own === true ? https.name : address.hostName}
              held={https !== null}
            />
          )}
        </div>
      </May>
      {asking === 'on' && <TurnOn site={site} address={address} state={state} onClose={close} />}
      {asking === 'bring' && <BringCertificate site={site} address={address} onClose={close} />}
    </section>
  );
}

function On({ site, https }: { site: SiteView; https: Certificate }) {
  const refresh = () => refreshSite(site.id);
  const again = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/certificates/{name}/retries', { params: { path: { name: https.name } } })),
    onSuccess: async () => {
      toast('We try again within minutes');
      await refresh();
    },
  });
  const sending = useMutation({
    mutationFn: (sendsOn: boolean) =>
      dataOf(
        api.PUT('/api/certificates/{name}/https-redirect', {
          params: { path: { name: https.name } },
          body: { sendsOn },
        }),
      ),
    onSuccess: refresh,
  });
  const valid = https.until !== null && https.state !== 'EXPIRED';
  return (
    <>
      <p className="mb-2 text-[1.07rem] font-medium">{inALine(https)}</p>
      {https.hindrance !== null && (
        <Notice kind="attention">
          <p>{https.hindrance.sentence}</p>
          <p className="font-medium">{https.hindrance.todo}</p>
          <p className="flex flex-wrap items-center gap-x-3">
            {https.hindrance.again !== null && (
              <span>
                We try again by ourselves: <Time at={https.hindrance.again} />
              </span>
            )}
            <May site={site} to="MANAGE">
              <Button
                kind="quiet"
                busy={again.isPending}
                onClick={() => {
                  again.mutate();
                }}
              >
                It is fixed: try again
              </Button>
            </May>
          </p>
          <Trouble error={again.error} />
        </Notice>
      )}
      {valid && (
        <>
          <dl className="mb-3 grid grid-cols-[5.5rem_1fr] items-baseline gap-y-1.5 sm:grid-cols-[8rem_1fr]">
            <dt className="text-soft">Issued by</dt>
            <dd>{https.issuer}</dd>
            <dt className="text-soft">For</dt>
            <dd className="mono [overflow-wrap:anywhere]">{https.names.join(', ')}</dd>
            {https.from !== null && https.until !== null && (
              <>
                <dt className="text-soft">Valid until</dt>
                <dd>
                  <Time at={https.until} />
                  <Life from={https.from} until={https.until} mark={https.renewsBy} />
                  {https.renewsBy !== null && (
                    <span className="text-soft block text-[0.93rem]">
                      dashed: renews itself by {shown(https.renewsBy, 'd MMM yyyy')}
                    </span>
                  )}
                </dd>
              </>
            )}
            <dt className="text-soft">Plain HTTP</dt>
            <dd>
              {https.own ? (
                <Check
                  checked={https.sendsOn}
                  disabled={!may(site, 'MANAGE')}
                  onChange={(to) => {
                    sending.mutate(to);
                  }}
                >
                  is sent on to HTTPS, path and query kept
                </Check>
              ) : https.sendsOn ? (
                'is sent on to HTTPS, path and query kept'
              ) : (
                'works as well. With a certificate of its own, you can have it sent on to HTTPS.'
              )}
            </dd>
          </dl>
          <Trouble error={sending.error} />
          {https.own && https.sendsOn && may(site, 'MANAGE') && <BrowserPromise site={site} https={https} />}
        </>
      )}
    </>
  );
}
