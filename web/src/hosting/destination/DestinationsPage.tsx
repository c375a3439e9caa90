import { Link, useParams } from 'react-router';
import { WhereNav } from '../../where/address/WhereNav';
import { useDestinations } from '../../common/api/hosting';
import { useThisSite, type SiteView } from '../../what/site/thisSite';
import { Diamond, Empty, Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { DestinationSheet } from './DestinationSheet';
import { NewDestination } from './NewDestination';
import { PublishBehind } from './PublishBehind';
import { behind, holds, place, type Destination } from './words';
import { May, may, WhoMay } from '../../who/access/May';

/** Where on hosts elsewhere a site is published. */
export function DestinationsPage() {
  const site = useThisSite();
  const { destinationId } = useParams();
  const destinations = useDestinations(site.id);
  const chosen = destinations.data?.find((d) => d.id === destinationId);
  return (
    <>
      <WhereNav />
      <Trouble error={destinations.error} />
      {destinations.isPending && <Loading />}
      {destinations.data && (
        <Panes
          label="Destinations"
          ledger={<Ledger site={site} destinations={destinations.data} chosen={destinationId} />}
          sheet={
            chosen ? (
              <DestinationSheet key={chosen.id} site={site} destination={chosen} />
            ) : destinationId ? (
              <NotHere
                what="destination"
                asking={destinations.isFetching}
                to={`/sites/${site.id}/where/hosts`}
                offer="choose a host to publish to"
              />
            ) : may(site, 'MANAGE') ? (
              <NewDestination site={site} />
            ) : (
              <WhoMay site={site} to="MANAGE" what="add hosts to publish to" />
            )
          }
        />
      )}
    </>
  );
}

function Ledger({
  site,
  destinations,
  chosen,
}: {
  site: SiteView;
  destinations: Destination[];
  chosen: string | undefined;
}) {
  if (destinations.length === 0) {
    return (
      <Empty title="Destinations on hosts go here">
        <p>
          This harbor can publish the site to an account at a hosting company too: over SFTP, FTPS or FTP,
          sending only what changed.
        </p>
      </Empty>
    );
  }
  return (
    <>
      <div className="mb-2 flex items-baseline justify-between">
        <h2 className="text-lg">On hosts</h2>
        <May site={site} to="MANAGE">
          <Link to={`/sites/${site.id}/where/hosts`}>Add a destination</Link>
        </May>
      </div>
      <ul className="border-water border-t">
        {destinations.map((d) => (
          <li key={d.id}>
            <Link
              to={`/sites/${site.id}/where/hosts/${d.id}`}
              aria-current={d.id === chosen}
              className="border-water hover:bg-shoal aria-[current=true]:bg-land block border-b px-2 py-2 no-underline"
            >
              <span className="mono block [overflow-wrap:anywhere]">{place(d)}</span>
              <span className="text-soft flex justify-between gap-3 text-[0.93rem]">
                <span>{[holds(d), behind(d)].filter((w) => w !== '').join(', ')}</span>
                <span className="whitespace-nowrap">{d.hostName}</span>
              </span>
              {d.job?.state === 'RUNNING' && d.job.kind !== 'LOOK' && (
                <span className="block text-[0.93rem]">
                  under way: {d.job.filesDone} of {d.job.filesTotal}
                </span>
              )}
              {d.problem !== '' && d.job?.state !== 'RUNNING' && (
                <span className="flex gap-1.5 text-[0.93rem]">
                  <Diamond />
                  {d.problem}
                </span>
              )}
            </Link>
          </li>
        ))}
      </ul>
      <May site={site} to="PUBLISH">
        <PublishBehind site={site} destinations={destinations} />
      </May>
    </>
  );
}
