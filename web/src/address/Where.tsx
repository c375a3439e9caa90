import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { api, dataOf, type Schemas } from '../api/client';
import { refreshSite } from '../api/queries';
import { useThisSite, type SiteView } from '../site/SiteFrame';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Flag } from '../ui/Flag';
import { Trouble } from '../ui/Notice';
import { Panes } from '../ui/Panes';
import { HostName, PublicLink, Time } from '../ui/Words';
import { ClaimBox } from './ClaimBox';

type Address = Schemas['Address'];

const ROLES = {
  MAIN: { word: 'main', about: 'The address to share.' },
  ALIAS: { word: 'alias', about: 'Serves the same pages and names the main address as the canonical one.' },
} as const;

export function Where() {
  const site = useThisSite();
  const { name } = useParams();
  const chosen = site.addresses.find((a) => a.name === name);
  return (
    <Panes
      label="Addresses"
      ledger={
        <>
          <div className="mb-2 flex items-baseline justify-between">
            <h2 className="text-lg">Addresses</h2>
            <Link to={`/sites/${site.id}/where`}>Add an address</Link>
          </div>
          <ul className="border-water border-t">
            {site.addresses.map((address) => (
              <li key={address.name}>
                <Link
                  to={`/sites/${site.id}/where/${address.name}`}
                  aria-current={address.name === name}
                  className="border-water hover:bg-shoal aria-[current=true]:bg-land flex items-baseline justify-between gap-3 border-b px-2 py-2 no-underline"
                >
                  <HostName name={address.hostName} />
                  <span className="text-soft">{ROLES[address.role].word}</span>
                </Link>
              </li>
            ))}
          </ul>
          {site.addresses.length === 0 && (
            <p className="text-soft py-3">This site has no address yet. Without one nobody can visit it.</p>
          )}
        </>
      }
      sheet={chosen ? <AddressSheet site={site} address={chosen} /> : <NewAddress site={site} />}
    />
  );
}

function NewAddress({ site }: { site: SiteView }) {
  const suggestion = useQuery({
    queryKey: ['suggestion', site.title],
    queryFn: () => dataOf(api.GET('/api/names/suggestion', { params: { query: { title: site.title } } })),
  });
  return (
    <>
      <h2 className="mb-1 text-lg">{site.addresses.length === 0 ? 'Choose an address' : 'Add an address'}</h2>
      <p className="mb-3 max-w-prose">
        A harbor address costs nothing and works at once. Choose what will still be true in ten years; pasted
        text is cleaned.
      </p>
      <ClaimBox
        siteId={site.id}
        suggestion={suggestion.data?.name ?? ''}
        ending={suggestion.data?.ending ?? ''}
      />
    </>
  );
}

function AddressSheet({ site, address }: { site: SiteView; address: Address }) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const at = { params: { path: { siteId: site.id, name: address.name } } };
  const makeMain = useMutation({
    mutationFn: () => dataOf(api.PUT('/api/sites/{siteId}/addresses/{name}/main', at)),
    onSuccess: () => refreshSite(site.id),
  });
  const release = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/sites/{siteId}/addresses/{name}', at)),
    onSuccess: async () => {
      await navigate(`/sites/${site.id}/where`);
      await refreshSite(site.id);
      toast(`${address.hostName} is released`);
    },
  });
  const role = ROLES[address.role];
  return (
    <>
      <h2 className="mb-2 text-lg">
        {site.live ? <PublicLink url={address.url} /> : <HostName name={address.hostName} />}
      </h2>
      <dl className="mb-4 grid grid-cols-[7rem_1fr] gap-y-1">
        <dt className="text-soft">Role</dt>
        <dd>
          <strong>{role.word}</strong>. {role.about}
        </dd>
        <dt className="text-soft">Visitors get</dt>
        <dd>
          {site.live
            ? `version ${String(site.liveVersion)}`
            : 'a plain “nothing here” page (404): the site is not live'}
        </dd>
        <dt className="text-soft">Yours since</dt>
        <dd>
          <Time at={address.claimedAt} />
        </dd>
      </dl>
      <Trouble error={makeMain.error} />
      <div className="flex flex-wrap gap-2">
        {address.role !== 'MAIN' && (
          <Button
            busy={makeMain.isPending}
            onClick={() => {
              makeMain.mutate();
            }}
          >
            Make it the main address
          </Button>
        )}
        <Button
          onClick={() => {
            setAsking(true);
          }}
        >
          Release …
        </Button>
      </div>
      <Dialog
        open={asking}
        onOpenChange={setAsking}
        title={
          <span className="flex items-center gap-4">
            <Flag flag={site.flag} size={84} />
            <span>Release an address of {site.title}?</span>
          </span>
        }
      >
        <p className="mb-2">
          Visitors of <span className="mono">{address.hostName}</span> will find nothing here (404), at once.
          {site.addresses.length === 1 && ' It is the only address of this site.'}
        </p>
        <p className="mb-4">
          Nobody else can claim the name for 30 days. Until then you can claim it again. Pages and versions
          stay as they are.
        </p>
        <Trouble error={release.error} />
        <div className="flex flex-wrap gap-2">
          <Button
            kind="alarm"
            busy={release.isPending}
            onClick={() => {
              release.mutate();
            }}
          >
            Release {address.name}
          </Button>
          <Button
            onClick={() => {
              setAsking(false);
            }}
          >
            Keep it
          </Button>
        </div>
      </Dialog>
    </>
  );
}
