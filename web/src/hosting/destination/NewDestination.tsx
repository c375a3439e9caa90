import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { useHosts } from '../../common/api/hosting';
import { refreshSite } from '../../common/api/queries';
import { Problem } from '../../common/api/problem';
import type { Host } from '../host/words';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { DestinationFields, type At } from './DestinationForm';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

/** Choosing a host for a site, and where on it. */
export function NewDestination({ site }: { site: SiteView }) {
  const hosts = useHosts();
  const [hostId, setHostId] = useState<string>();
  if (hosts.isPending) return <Loading />;
  if (hosts.error) return <Trouble error={hosts.error} />;
  const all = hosts.data.hosts;
  const first = all[0];
  if (first === undefined) {
    return (
      <>
        <h2 className="mb-1 text-lg">Publish to a host</h2>
        <p className="mb-3 max-w-prose">
          You have no host yet. Add one from what its welcome mail says, then come back here.
        </p>
        <Link to="/hosts" className="font-medium">
          Add a host
        </Link>
      </>
    );
  }
  const host = all.find((h) => h.id === hostId) ?? first;
  return (
    <>
      <h2 className="mb-2 text-lg">Publish {site.title} to a host</h2>
      <label className="mb-3 block">
        <span className="mb-1 block font-medium">Host</span>
        <select
          value={host.id}
          className="border-ink bg-paper w-full border px-2 py-1.5"
          onChange={(e) => {
            setHostId(e.target.value);
          }}
        >
          {all.map((h) => (
            <option key={h.id} value={h.id}>
              {h.name}
              {h.good ? '' : ' (its test does not hold yet)'}
            </option>
          ))}
        </select>
      </label>
      <On key={host.id} host={host} site={site} />
    </>
  );
}

function On({ host, site }: { host: Host; site: SiteView }) {
  const navigate = useNavigate();
  const below = host.freeBelow;
  const taken = below !== '';
  const [at, setAt] = useState<At>({
    folder: host.freeFolder,
    url: host.url === '' || !taken ? host.url : `${host.url}${below}/`,
    follows: false,
    carries: 'NOTHING',
  });
  const add = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/destinations', {
          params: { path: { siteId: site.id } },
          body: { hostId: host.id, at },
        }),
      ),
    onSuccess: async (made) => {
      await refreshSite(site.id);
      void navigate(`/sites/${site.id}/where/hosts/${made.id}`);
    },
  });
  const known = add.error instanceof Problem && (add.error.body.violations?.length ?? 0) > 0;
  const wrong = useFirstWrong(add.error);
  return (
    <form
      ref={wrong}
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      {taken && (
        <p className="text-soft mb-2">
          {host.folder || 'The home folder'} is in use: a folder below it keeps the two apart.
        </p>
      )}
      <DestinationFields at={at} onChange={setAt} error={add.error} />
      {!known && <Trouble error={add.error} />}
      <Button type="submit" kind="primary" busy={add.isPending}>
        Add this destination
      </Button>
      <p className="text-soft mt-2">Nothing is sent yet.</p>
    </form>
  );
}
