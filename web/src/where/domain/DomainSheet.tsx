import { useMutation, useQuery } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { useSites } from '../../common/api/sites';
import { AllNames } from '../certificate/AllNames';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Life } from '../../common/ui/Life';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { HostName, Time } from '../../common/ui/Words';
import { money } from './money';
import { EndDomain } from './EndDomain';
import { Proof } from './Proof';
import { Under } from './Under';
import { ZoneEditor } from './ZoneEditor';

type Domain = Schemas['DomainView'];

/** One domain: whose it is, when it ends, what lies under it, and its records. */
export function DomainSheet({ domain }: { domain: Domain }) {
  const refresh = () => queries.invalidateQueries({ queryKey: keys.domains });
  const change = useMutation({
    mutationFn: (to: Partial<Domain>) =>
      dataOf(
        api.PUT('/api/domains/{id}', {
          params: { path: { id: domain.id } },
          body: {
            autoRenew: to.autoRenew ?? domain.autoRenew,
            hosted: to.hosted ?? domain.hosted,
            wildcardSite: to.wildcardSite === undefined ? domain.wildcardSite : to.wildcardSite,
          },
        }),
      ),
    onSuccess: refresh,
  });
  return (
    <>
      <h2 className="mb-2 text-lg">
        <HostName name={domain.unicode} />
      </h2>
      {domain.unicode !== domain.name && (
        <p className="text-soft mb-2">
          In DNS: <span className="mono">{domain.name}</span>
        </p>
      )}
      {domain.trouble !== '' && <Notice kind="attention">{domain.trouble}</Notice>}
      {domain.state === 'REGISTERING' && (
        <Notice>The registry has been asked and has not answered. We ask again by ourselves.</Notice>
      )}
      {domain.state === 'GIVEN_UP' && (
        <Notice>The registry has not confirmed the deletion yet. We ask it again until it has.</Notice>
      )}
      {domain.source === 'BROUGHT' && (!domain.proven || domain.endsAt !== null) && <Proof domain={domain} />}
      {(domain.state === 'RENEWAL_DUE' || domain.state === 'ENDED') && <RenewNow domain={domain} />}
      <dl className="mb-3 grid grid-cols-[9rem_1fr] items-baseline gap-y-1.5">
        {domain.source === 'REGISTERED' && domain.expiresAt !== null && (
          <>
            <dt className="text-soft">
              {domain.state === 'ENDED' ? 'Ended' : domain.autoRenew ? 'Paid until' : 'Ends'}
            </dt>
            <dd>
              <Time at={domain.expiresAt} />
              <Life from={domain.createdAt} until={domain.expiresAt} />
            </dd>
            <dt className="text-soft">Costs</dt>
            <dd>{money(domain.price.yearly, domain.price.currency)} a year</dd>
            <dt className="text-soft">Renewal</dt>
            <dd>
              <Check
                checked={domain.autoRenew}
                onChange={(autoRenew) => {
                  change.mutate({ autoRenew });
                }}
              >
                renews itself, two weeks before
              </Check>
            </dd>
          </>
        )}
        {domain.source === 'BROUGHT' && domain.proven && (
          <>
            <dt className="text-soft">Its records</dt>
            <dd>
              <Check
                checked={domain.hosted}
                onChange={(hosted) => {
                  change.mutate({ hosted });
                }}
              >
                Manage DNS here (you change the name servers at your registrar)
              </Check>
            </dd>
          </>
        )}
        {domain.hosted && domain.proven && (
          <>
            <dt className="text-soft">HTTPS</dt>
            <dd>
              <AllNames domain={domain} />
            </dd>
          </>
        )}
        <dt className="text-soft">Other names</dt>
        <dd>
          <Catching
            domain={domain}
            onChange={(wildcardSite) => {
              change.mutate({ wildcardSite });
            }}
          />
        </dd>
      </dl>
      <Trouble error={change.error} />
      {domain.proven && <Dangers domain={domain} />}
      <Under domain={domain} />
      {domain.hosted && domain.proven && <ZoneEditor domain={domain} />}
      <EndDomain domain={domain} />
    </>
  );
}

/** Renews a domain at once: before its end, or after it while the registry still keeps the name. */
function RenewNow({ domain }: { domain: Domain }) {
  const renew = useMutation({
    mutationFn: () => dataOf(api.POST('/api/domains/{id}/renewal', { params: { path: { id: domain.id } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: keys.domains }),
    onSuccess: () => {
      toast(`${domain.unicode} is renewed`);
    },
  });
  return (
    <Notice kind={domain.autoRenew && domain.state !== 'ENDED' ? 'fact' : 'attention'}>
      <p>
        {domain.state === 'ENDED'
          ? 'The registration has ended. You can renew it while the registry keeps the name for you.'
          : domain.autoRenew
            ? 'It is renewed by itself in these days.'
            : 'It ends soon, and does not renew itself.'}
      </p>
      <p className="mt-2">
        <Button
          busy={renew.isPending}
          onClick={() => {
            renew.mutate();
          }}
        >
          Renew for a year ({money(domain.price.yearly, domain.price.currency)})
        </Button>
      </p>
      <Trouble error={renew.error} />
    </Notice>
  );
}

/** Names and records left behind, at which someone else could answer. */
function Dangers({ domain }: { domain: Domain }) {
  const dangers = useQuery({
    queryKey: [...keys.zone(domain.id), 'dangers'],
    queryFn: () => dataOf(api.GET('/api/domains/{id}/dangers', { params: { path: { id: domain.id } } })),
  });
  return dangers.data?.map((d) => (
    <Notice key={d.sentence} kind="attention">
      {d.sentence}
    </Notice>
  ));
}

/** Which site answers for names under the domain that nobody claimed. */
function Catching({ domain, onChange }: { domain: Domain; onChange: (siteId: string | null) => void }) {
  const sites = useSites();
  return (
    <label>
      Unclaimed names under it go to{' '}
      <select
        value={domain.wildcardSite ?? ''}
        className="border-ink bg-paper border px-2 py-0.5"
        onChange={(e) => {
          onChange(e.target.value === '' ? null : e.target.value);
        }}
      >
        <option value="">nobody</option>
        {sites.data?.map(({ site }) => (
          <option key={site.id} value={site.id}>
            {site.title}
          </option>
        ))}
      </select>
    </label>
  );
}
