import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { keys, refreshSite } from '../../common/api/queries';
import { useAddressOutcome } from '../../common/api/visits';
import { SiteDialog } from '../../what/site/SiteDialog';
import type { SiteView } from '../../what/site/thisSite';
import { Https } from '../certificate/Https';
import { useRested } from '../../common/ui/useRested';
import { Button } from '../../common/ui/Button';
import { DialogActions } from '../../common/ui/DialogActions';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { WillNotice } from '../../common/ui/Noticed';
import { HostName, PublicLink, Time } from '../../common/ui/Words';
import { ChangeName } from './ChangeName';
import { LadderView } from './LadderView';
import { RoleChoice, type Wish } from './RoleChoice';
import { ROLES } from './roles';
import { May } from '../../who/access/May';

type Standing = Schemas['StandingView'];

/** One address: how it stands, what it does, and what can be done with it. */
export function AddressSheet({ site, standing }: { site: SiteView; standing: Standing }) {
  const { address } = standing;
  const [part, setPart] = useState<'role' | 'name' | null>(null);
  const look = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/sites/{siteId}/where/checks', { params: { path: { siteId: site.id } } })),
    onSuccess: () => refreshSite(site.id),
  });
  const open = standing.state === 'OK' || standing.state === 'WAITING';
  return (
    <>
      <h2 className="mb-1 flex text-lg">
        {open && address.role !== 'TRIAL' ? (
          <PublicLink url={address.url} label={address.shown} />
        ) : (
          <HostName name={address.shown} />
        )}
      </h2>
      <p className="mb-3">
        <strong>{ROLES[address.role].word}</strong>. {about(address)}
      </p>
      {standing.drifted && (
        <Notice kind="attention">
          Stopped working <Time at={standing.since} />.
        </Notice>
      )}
      <LadderView steps={standing.steps} />
      <p className="text-soft mt-2 mb-4 flex flex-wrap items-center gap-x-3 text-[0.93rem]">
        {standing.askedAt !== null && (
          <span>
            Checked <Time at={standing.askedAt} short />
            {standing.nextLookAt !== null && (
              <>
                , again <Time at={standing.nextLookAt} short />
              </>
            )}
          </span>
        )}
        <Button
          kind="quiet"
          busy={look.isPending}
          onClick={() => {
            look.mutate();
          }}
        >
          Check now
        </Button>
        {address.domainId !== null && (
          <Link to={`/domains/${address.domainId}`}>The domain and its records</Link>
        )}
      </p>
      <Trouble error={look.error} />
      <Https site={site} standing={standing} />
      <May site={site} to="MANAGE">
        <div className="border-water mt-5 flex flex-wrap gap-2 border-t pt-4">
          <Button
            aria-expanded={part === 'role'}
            onClick={() => {
              setPart(part === 'role' ? null : 'role');
            }}
          >
            Change what it does
          </Button>
          <Button
            aria-expanded={part === 'name'}
            onClick={() => {
              setPart(part === 'name' ? null : 'name');
            }}
          >
            Change its name …
          </Button>
          <Release site={site} address={address} />
        </div>
      </May>
      {part === 'role' && (
        <ChangeRole
          key={address.id}
          site={site}
          address={address}
          onDone={() => {
            setPart(null);
          }}
        />
      )}
      {part === 'name' && <ChangeName key={address.id} site={site} address={address} />}
    </>
  );
}

function about(address: Schemas['Address']) {
  if (address.role === 'POINTER') return `Sends visitors to ${address.pointsTo ?? ''}.`;
  if (address.role === 'TRIAL') {
    return `Serves ${address.trialVersion === null ? 'the draft, as it changes' : `version ${String(address.trialVersion)}`}, hidden from search engines.`;
  }
  if (address.role === 'FORWARDING' && address.forwardsUntil !== null) {
    return (
      <>
        Sends visitors on to the main address, path kept, until <Time at={address.forwardsUntil} />.
      </>
    );
  }
  return ROLES[address.role].about;
}

function ChangeRole({
  site,
  address,
  onDone,
}: {
  site: SiteView;
  address: Schemas['Address'];
  onDone: () => void;
}) {
  const [wish, setWish] = useState<Wish>({
    role: address.role,
    trialVersion: address.trialVersion,
    pointsTo: address.pointsTo,
  });
  const change = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/addresses/{id}', {
          params: { path: { siteId: site.id, id: address.id } },
          body: wish,
        }),
      ),
    onSuccess: async (changed) => {
      await refreshSite(site.id);
      toast(`${changed.shown} is now ${ROLES[changed.role].word}`);
      onDone();
    },
  });
  const problem = change.error instanceof Problem ? change.error.field('role') : undefined;
  const rested = useRested(wish);
  const changes =
    (rested.role !== address.role ||
      (rested.role === 'TRIAL' && rested.trialVersion !== address.trialVersion) ||
      (rested.role === 'POINTER' && rested.pointsTo !== address.pointsTo)) &&
    (rested.role !== 'POINTER' || (rested.pointsTo ?? '') !== '');
  const noticed = useAddressOutcome(site.id, address.id, rested, changes);
  return (
    <form
      className="mt-4"
      onSubmit={(e) => {
        e.preventDefault();
        change.mutate();
      }}
    >
      <RoleChoice
        siteId={site.id}
        roles={['MAIN', 'ALIAS', 'FORWARDING', 'TRIAL', 'POINTER']}
        wish={wish}
        onChange={(to) => {
          change.reset();
          setWish(to);
        }}
        problem={problem}
      />
      {problem === undefined && <Trouble error={change.error} />}
      {changes && <WillNotice query={noticed} />}
      <div className="flex gap-2">
        <Button kind="primary" type="submit" busy={change.isPending}>
          {wish.role === 'MAIN' && address.role !== 'MAIN' ? 'Make this the main address' : 'Save'}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}

function Release({ site, address }: { site: SiteView; address: Schemas['Address'] }) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const below = useQuery({
    queryKey: [...keys.site(site.id), 'below', address.id],
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/addresses/{id}/below', {
          params: { path: { siteId: site.id, id: address.id } },
        }),
      ),
    enabled: asking,
  });
  const noticed = useAddressOutcome(site.id, address.id, null, asking);
  const release = useMutation({
    mutationFn: () =>
      dataOf(
        api.DELETE('/api/sites/{siteId}/addresses/{id}', {
          params: { path: { siteId: site.id, id: address.id } },
        }),
      ),
    onSuccess: async () => {
      await navigate(`/sites/${site.id}/where`);
      await refreshSite(site.id);
      toast(`${address.shown} is released`);
    },
  });
  return (
    <>
      <Button
        onClick={() => {
          setAsking(true);
        }}
      >
        Release …
      </Button>
      <SiteDialog
        alarming
        site={site}
        open={asking}
        onOpenChange={setAsking}
        title={`Release an address of ${site.title}?`}
      >
        <p className="mb-2">
          Visitors of <span className="mono">{address.shown}</span> will find nothing here (404), at once.
          {site.addresses.length === 1 && ' It is the only address of this site.'}
        </p>
        {below.data && below.data.length > 0 && (
          <>
            <p>Released with it, and a missing page (404) from then on:</p>
            <ul className="border-water my-2 border-y py-2">
              {below.data.map((b) => (
                <li key={b.address} className="mono">
                  {b.address}
                </li>
              ))}
            </ul>
          </>
        )}
        <Trouble error={below.error} />
        <WillNotice query={noticed} />
        <p className="mb-2">
          To keep them, change its name instead: the old one then forwards for as long as you choose.
        </p>
        <p className="mb-4">
          Nobody else can claim it for 30 days. Until then you can claim it again. Pages and versions stay as
          they are.
        </p>
        <Trouble error={release.error} />
        <DialogActions
          kind="alarm"
          busy={release.isPending || below.isPending}
          onDo={() => {
            release.mutate();
          }}
          leave="Cancel"
          onLeave={() => {
            setAsking(false);
          }}
        >
          Release {address.shown}
        </DialogActions>
      </SiteDialog>
    </>
  );
}
