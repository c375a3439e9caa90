import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { fieldsOf, formOf } from './fields';
import { HostForm } from './HostForm';
import { TestSteps } from './TestSteps';
import { PROTOCOLS, SIGN_IN, type Host } from './words';

/** One host: how it is reached, its test, and who uses it. */
export function HostSheet({ host, all }: { host: Host; all: Schemas['HostsView'] }) {
  const navigate = useNavigate();
  const [changing, setChanging] = useState(false);
  const refresh = () => queries.invalidateQueries({ queryKey: keys.hosts });
  const at = { params: { path: { id: host.id } } };
  const test = useMutation({
    mutationFn: (makeFolder: boolean) =>
      dataOf(api.POST('/api/hosts/{id}/tests', { ...at, body: { makeFolder } })),
    onSuccess: refresh,
  });
  const accept = useMutation({
    mutationFn: (identity: string) =>
      dataOf(api.PUT('/api/hosts/{id}/identity', { ...at, body: { identity } })),
    onSuccess: () => {
      test.mutate(false);
    },
  });
  const use = useMutation({
    mutationFn: (folder: string) =>
      dataOf(
        api.PUT('/api/hosts/{id}', {
          params: { path: { id: host.id }, header: { 'If-Match': tag(host.revision) } },
          body: formOf({ ...fieldsOf(host), folder }),
        }),
      ),
    onSuccess: () => {
      test.mutate(false);
    },
  });
  const remove = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/hosts/{id}', at)),
    onSuccess: async () => {
      await refresh();
      void navigate('/hosts');
    },
  });
  if (changing) {
    return (
      <>
        <h2 className="mb-2 text-lg">Change {host.name}</h2>
        <HostForm
          all={all}
          host={host}
          begin={fieldsOf(host)}
          onLeave={() => {
            setChanging(false);
          }}
        />
      </>
    );
  }
  return (
    <>
      <h2 className="mb-2 text-lg">{host.name}</h2>
      <dl className="mb-3 grid grid-cols-[6.5rem_1fr] items-baseline gap-y-1">
        <dt className="text-soft">Protocol</dt>
        <dd>{PROTOCOLS[host.protocol]}</dd>
        <dt className="text-soft">{host.protocol === 'FOLDER' ? 'Which' : 'Server'}</dt>
        <dd className="mono [overflow-wrap:anywhere]">
          {host.server}
          {host.port > 0 && `:${String(host.port)}`}
        </dd>
        {host.user !== '' && (
          <>
            <dt className="text-soft">User</dt>
            <dd className="[overflow-wrap:anywhere]">
              <span className="mono">{host.user}</span>{' '}
              <span className="text-soft">{SIGN_IN[host.signIn]}</span>
            </dd>
          </>
        )}
        <dt className="text-soft">Folder</dt>
        <dd className="mono [overflow-wrap:anywhere]">{host.folder || 'home folder'}</dd>
        {host.url !== '' && (
          <>
            <dt className="text-soft">Public URL</dt>
            <dd className="mono [overflow-wrap:anywhere]">
              <a href={host.url} target="_blank" rel="noreferrer">
                {host.url}
              </a>
            </dd>
          </>
        )}
      </dl>
      <div className="mb-3 flex flex-wrap gap-2">
        <Button
          kind={host.good ? 'plain' : 'primary'}
          busy={host.testing || test.isPending}
          onClick={() => {
            test.mutate(false);
          }}
        >
          {host.testing ? 'Testing …' : 'Test it'}
        </Button>
        <Button
          onClick={() => {
            setChanging(true);
          }}
        >
          Change …
        </Button>
        {host.uses.length === 0 && (
          <Button
            kind="quiet"
            busy={remove.isPending}
            onClick={() => {
              remove.mutate();
            }}
          >
            Remove
          </Button>
        )}
      </div>
      <Trouble error={test.error ?? accept.error ?? use.error ?? remove.error} />
      <TestSteps
        host={host}
        onAccept={(identity) => {
          accept.mutate(identity);
        }}
        onUse={(folder) => {
          use.mutate(folder);
        }}
        onMake={() => {
          test.mutate(true);
        }}
      />
      {host.testedAt !== null && !host.testing && (
        <p className="text-soft text-[0.93rem]">
          Tested <Time at={host.testedAt} />.
        </p>
      )}
      {host.uses.length > 0 && (
        <>
          <h3 className="mt-3 mb-1">Used by</h3>
          <ul>
            {host.uses.map((u) => (
              <li key={u.siteId + u.folder}>
                <Link to={`/sites/${u.siteId}/where/hosts`}>{u.site}</Link>{' '}
                <span className="mono text-soft">{u.folder || 'home folder'}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
