import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useHttps, useWhere } from '../../common/api/queries';
import { day, type Certificate } from '../certificate/words';
import { useThisSite, type SiteView } from '../../what/site/thisSite';
import { Loading, NotHere, Trouble } from '../../common/ui/Notice';
import { Panes } from '../../common/ui/Panes';
import { HostName, Time } from '../../common/ui/Words';
import { AddressBox } from './AddressBox';
import { AddressSheet } from './AddressSheet';
import { ChartView } from './ChartView';
import { StateMark, STATES } from './LadderView';
import { ROLES } from './roles';
import { WhereNav } from './WhereNav';
import { May, may, WhoMay } from '../../who/access/May';

/** The id of this harbor as a destination, in the chart. */
const HARBOR = 'harbor';

/** Where a site is live: the chart, the addresses, and the sheet of the one that is selected. */
export function Where() {
  const site = useThisSite();
  const { addressId } = useParams();
  const where = useWhere(site.id);
  if (where.isPending) return <Loading />;
  if (where.error) return <Trouble error={where.error} />;
  const chosen = where.data.addresses.find((a) => a.address.id === addressId);
  return (
    <>
      <WhereNav />
      {where.data.marks.some((m) => m.column === 'ADDRESS') && (
        <ChartView site={site} where={where.data} chosen={addressId} />
      )}
      <Panes
        label="Addresses"
        ledger={<AddressLedger site={site} where={where.data} chosen={addressId} />}
        sheet={
          chosen ? (
            <AddressSheet key={chosen.address.id} site={site} standing={chosen} />
          ) : addressId === HARBOR ? (
            <HarborSheet site={site} />
          ) : addressId ? (
            <NotHere
              what="address"
              asking={where.isFetching}
              to={`/sites/${site.id}/where`}
              offer="add an address"
            />
          ) : may(site, 'MANAGE') ? (
            <NewAddress site={site} />
          ) : (
            <WhoMay site={site} to="MANAGE" what="add and change addresses" />
          )
        }
      />
    </>
  );
}

function AddressLedger({
  site,
  where,
  chosen,
}: {
  site: SiteView;
  where: Schemas['WhereView'];
  chosen: string | undefined;
}) {
  const https = useHttps(site.id);
  const secure = (id: string) => https.data?.find((a) => a.addressId === id)?.https ?? null;
  return (
    <>
      <div className="mb-2 flex items-baseline justify-between">
        <h2 className="text-lg">Addresses</h2>
        <May site={site} to="MANAGE">
          <Link to={`/sites/${site.id}/where`}>Add an address</Link>
        </May>
      </div>
      <ul className="border-water border-t">
        {where.addresses.map(({ address, state, until }) => (
          <li key={address.id}>
            <Link
              to={`/sites/${site.id}/where/${address.id}`}
              aria-current={address.id === chosen}
              className="border-water hover:bg-shoal aria-[current=true]:bg-land grid grid-cols-[1fr_auto] gap-x-3 border-b px-2 py-2 no-underline"
            >
              <HostName name={address.shown} />
              <span className="text-soft text-right">{ROLES[address.role].word}</span>
              <span className="text-soft col-span-2 flex items-center gap-1.5 text-[0.93rem]">
                <StateMark state={state} />
                {state === 'OK' ? 'works' : state === 'FAILED' ? 'does not work yet' : STATES[state].word}
                {until !== null && (
                  <>
                    , everyone sees it by <Time at={until} />
                  </>
                )}
                <Secure https={secure(address.id)} />
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {where.addresses.length === 0 && (
        <p className="text-soft py-3">This site has no address yet. Without one nobody can visit it.</p>
      )}
    </>
  );
}

function Secure({ https }: { https: Certificate | null }) {
  if (https === null) return null;
  return (
    <span>
      · {https.secure && https.until !== null ? `secure until ${day(https.until)}` : 'not secure yet'}
    </span>
  );
}

function HarborSheet({ site }: { site: SiteView }) {
  return (
    <>
      <h2 className="mb-1 text-lg">This harbor</h2>
      <p>
        {site.live
          ? `Visitors get version ${String(site.liveVersion)}.`
          : 'The site is not live: visitors get a plain “nothing here” page (404).'}
      </p>
      {site.liveSince !== null && (
        <p>
          Live since <Time at={site.liveSince} />.
        </p>
      )}
    </>
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
        A name on this harbor ({suggestion.data?.ending}) costs nothing and works at once. A name of your own,
        a name under it, or a path under another address of yours: type it here, or paste it.
      </p>
      <AddressBox site={site} suggestion={suggestion.data?.name ?? ''} />
    </>
  );
}
