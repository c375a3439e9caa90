import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { RecordToCopy } from '../address/LadderView';
import { api, dataOf, type Schemas } from '../api/client';
import { keys, queries, useSites } from '../api/queries';
import { Button } from '../ui/Button';
import { Check } from '../ui/Check';
import { Dialog } from '../ui/Dialog';
import { DialogActions } from '../ui/DialogActions';
import { Notice, Trouble } from '../ui/Notice';
import { Flag } from '../ui/Flag';
import { HostName, Time } from '../ui/Words';
import { money } from './money';
import { ZoneEditor } from './ZoneEditor';

type Domain = Schemas['DomainView'];

const TTL = 3600;

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
            catchingSite: to.catchingSite === undefined ? domain.catchingSite : to.catchingSite,
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
      {!domain.proven && domain.source === 'BROUGHT' && <Proof domain={domain} />}
      <dl className="mb-3 grid grid-cols-[9rem_1fr] items-baseline gap-y-1.5">
        {domain.source === 'REGISTERED' && domain.expiresAt !== null && (
          <>
            <dt className="text-soft">{domain.autoRenew ? 'Paid until' : 'Ends'}</dt>
            <dd>
              <Time at={domain.expiresAt} />
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
                are kept here; its name servers are then changed where it is registered
              </Check>
            </dd>
          </>
        )}
        <dt className="text-soft">Other names</dt>
        <dd>
          <Catching
            domain={domain}
            onChange={(catchingSite) => {
              change.mutate({ catchingSite });
            }}
          />
        </dd>
      </dl>
      <Trouble error={change.error} />
      {domain.proven && <Dangers domain={domain} />}
      <Under domain={domain} />
      {domain.hosted && domain.proven && <ZoneEditor domain={domain} />}
      <LetGo domain={domain} />
    </>
  );
}

function Proof({ domain }: { domain: Domain }) {
  const prove = useMutation({
    mutationFn: () => dataOf(api.POST('/api/domains/{id}/proof', { params: { path: { id: domain.id } } })),
    onSuccess: async (look) => {
      await queries.invalidateQueries({ queryKey: keys.domains });
      if (look.proven) toast(`${domain.unicode} is proven`);
    },
  });
  return (
    <Notice kind="attention">
      <p className="font-medium">Prove that {domain.unicode} is yours</p>
      <p>
        Add this record where the domain is managed. Nobody else can know it. We look for it by ourselves.
      </p>
      <RecordToCopy set={{ name: domain.proofName, type: 'TXT', ttl: TTL, data: [domain.proof] }} />
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <Button
          busy={prove.isPending}
          onClick={() => {
            prove.mutate();
          }}
        >
          Look now
        </Button>
        {prove.data && !prove.data.proven && <span>{prove.data.sentence}</span>}
      </p>
      <Trouble error={prove.error} />
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
      names that no address claims are answered by{' '}
      <select
        value={domain.catchingSite ?? ''}
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

function Under({ domain }: { domain: Domain }) {
  const sites = useSites();
  const under =
    sites.data?.flatMap(({ site }) =>
      site.addresses.filter((a) => a.domainId === domain.id).map((address) => ({ site, address })),
    ) ?? [];
  return (
    <section aria-label="Addresses under it" className="mb-4">
      <h3 className="mb-1">Addresses under it</h3>
      {under.length === 0 && (
        <p className="text-soft">None yet. Open a site, then Where, and add {domain.unicode} there.</p>
      )}
      <ul>
        {under.map(({ site, address }) => {
          const trouble = site.troubles.find((t) => t.addressId === address.id);
          return (
            <li key={address.id} className="flex flex-wrap items-center gap-2 py-0.5">
              <Flag flag={site.flag} size={20} />
              <Link to={`/sites/${site.id}/where/${address.id}`}>
                <HostName name={address.shown} />
              </Link>
              <span className="text-soft">
                {site.title}
                {trouble ? `, ${trouble.state === 'WAITING' ? 'waiting' : `not yet “${trouble.words}”`}` : ''}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function LetGo({ domain }: { domain: Domain }) {
  const navigate = useNavigate();
  const sites = useSites();
  const [asking, setAsking] = useState(false);
  const touched =
    sites.data?.flatMap(({ site }) =>
      site.addresses.filter((a) => a.domainId === domain.id).map((a) => a.shown),
    ) ?? [];
  const go = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/domains/{id}', { params: { path: { id: domain.id } } })),
    onSuccess: async () => {
      await navigate('/domains');
      await queries.invalidateQueries();
      toast(`${domain.unicode} is let go`);
    },
  });
  const registered = domain.source === 'REGISTERED';
  return (
    <p className="mt-6">
      <Button
        onClick={() => {
          setAsking(true);
        }}
      >
        Let it go …
      </Button>
      <Dialog open={asking} onOpenChange={setAsking} title={`Let ${domain.unicode} go?`}>
        <p className="mb-2">
          {registered
            ? 'The registration is deleted at once. Anyone can register the name; you can too, if you are first. What was paid is not given back.'
            : 'The harbor no longer knows it as yours. It stays registered where it is.'}
        </p>
        {touched.length > 0 && (
          <>
            <p>Visitors find nothing any more at:</p>
            <ul className="border-water my-2 border-y py-2">
              {touched.map((name) => (
                <li key={name} className="mono">
                  {name}
                </li>
              ))}
            </ul>
          </>
        )}
        {registered && (
          <p className="mb-3">
            To let it end by itself, switch the renewal off instead: it works until then.
          </p>
        )}
        <Trouble error={go.error} />
        <DialogActions
          kind="alarm"
          busy={go.isPending}
          onDo={() => {
            go.mutate();
          }}
          leave="Keep it"
          onLeave={() => {
            setAsking(false);
          }}
        >
          Let {domain.unicode} go
        </DialogActions>
      </Dialog>
    </p>
  );
}
