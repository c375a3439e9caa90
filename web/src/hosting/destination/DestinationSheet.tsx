import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, dataOf, tag } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { SHORT } from '../host/words';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { PublicLink, Time } from '../../common/ui/Words';
import { askAt, type Ask } from './ask';
import { DestinationFields, type At } from './DestinationForm';
import { JobProgress } from './JobProgress';
import { SendPlan } from './SendPlan';
import { TakeDown } from './TakeDown';
import { behind, holds, place, type Destination } from './words';
import { may, WhoMay } from '../../who/access/May';

/** One destination: what it holds, what a publish would do there, and the work at it. */
export function DestinationSheet({ site, destination: d }: { site: SiteView; destination: Destination }) {
  const [publishes, setPublishes] = useState(0);
  const ask = useMutation({
    mutationFn: (wanted: Ask) => askAt(site, d.id, wanted),
    onSuccess: (_, wanted) => {
      if (wanted.kind === 'PUBLISH') setPublishes((n) => n + 1);
      return refreshSite(site.id);
    },
  });
  const busy = d.job?.state === 'RUNNING' || d.job?.state === 'PAUSED';
  return (
    <>
      <h2 className="mb-1 text-lg [overflow-wrap:anywhere]">{d.hostName}</h2>
      {d.url !== '' && (
        <p className="mb-1">
          <PublicLink url={d.url} label={d.url} />
        </p>
      )}
      <dl className="mb-2 grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-1">
        <dt className="text-soft">On the host</dt>
        <dd>
          <strong className="font-medium">{holds(d)}</strong>
          {behind(d) !== '' && `, ${behind(d)}`}
        </dd>
        <dt className="text-soft">Folder</dt>
        <dd className="mono [overflow-wrap:anywhere]">
          {d.folder || 'home folder'}{' '}
          <Link to={`/hosts/${d.hostId}`} className="text-soft">
            {SHORT[d.protocol]}
          </Link>
        </dd>
        {d.succeededAt !== null && (
          <>
            <dt className="text-soft">Last success</dt>
            <dd>
              <Time at={d.succeededAt} />
            </dd>
          </>
        )}
        {d.failedAt !== null && (
          <>
            <dt className="text-soft">Last failure</dt>
            <dd>
              <Time at={d.failedAt} />
            </dd>
          </>
        )}
      </dl>
      {d.job && <JobProgress site={site} job={d.job} />}
      <WhoMay site={site} to="PUBLISH" what="publish there" />
      <Trouble error={ask.error} />
      {/* What was chosen outlives a look, and ends with the publish it was chosen for. */}
      <div hidden={busy || !may(site, 'PUBLISH')}>
        <SendPlan key={publishes} site={site} destination={d} busy={ask.isPending} onAsk={ask.mutate} />
      </div>
      {!busy && d.state !== 'EMPTY' && may(site, 'PUBLISH') && (
        <div className="border-water mt-4 flex flex-wrap items-center gap-2 border-t pt-3">
          <TakeDown site={site} destination={d} busy={ask.isPending} onAsk={ask.mutate} />
          {d.state === 'HOLDS' && (
            <Button
              kind="quiet"
              title="Reads back every file and compares it with what was sent"
              onClick={() => {
                ask.mutate({ kind: 'CHECK' });
              }}
            >
              Check the host
            </Button>
          )}
          {d.state === 'HOLDS' && d.currentVersion !== null && (
            <Button
              kind="quiet"
              title="For when you mistrust what the host says"
              onClick={() => {
                ask.mutate({ kind: 'PUBLISH', version: d.currentVersion, everything: true });
              }}
            >
              Send everything again
            </Button>
          )}
        </div>
      )}
      {!busy && may(site, 'MANAGE') && <Change destination={d} siteId={site.id} />}
    </>
  );
}

function Change({ destination: d, siteId }: { destination: Destination; siteId: string }) {
  const navigate = useNavigate();
  const [at, setAt] = useState<At>({ folder: d.folder, url: d.url, follows: d.follows, carries: d.carries });
  const save = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/destinations/{id}', {
          params: { path: { id: d.id }, header: { 'If-Match': tag(d.revision) } },
          body: at,
        }),
      ),
    onSuccess: () => refreshSite(siteId),
  });
  const remove = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/destinations/{id}', { params: { path: { id: d.id } } })),
    onSuccess: async () => {
      await refreshSite(siteId);
      void navigate(`/sites/${siteId}/where/hosts`);
    },
  });
  return (
    <details className="mt-3">
      <summary className="text-soft min-h-[25px] cursor-pointer py-1">
        Folder, URL and what goes along
      </summary>
      <form
        className="mt-2"
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate();
        }}
      >
        <DestinationFields at={at} onChange={setAt} error={save.error} />
        <Trouble error={save.error ?? remove.error} />
        <span className="flex flex-wrap gap-2">
          <Button type="submit" busy={save.isPending}>
            Save
          </Button>
          <Button
            kind="quiet"
            busy={remove.isPending}
            title={`What lies at ${place(d)} stays there`}
            onClick={() => {
              remove.mutate();
            }}
          >
            Forget this destination
          </Button>
        </span>
      </form>
    </details>
  );
}
