import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { useWhere } from '../../common/api/addresses';
import { Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { Time } from '../../common/ui/Words';
import { useThisSite, type SiteView } from '../../what/site/thisSite';
import { may } from '../../who/access/May';
import { AddressBox } from './AddressBox';
import { AddressSheet } from './AddressSheet';
import { Chart } from './Chart';
import { WhereNav } from './WhereNav';

/** What stands in place of an address's id. */
const HARBOR = 'harbor';
const NEW = 'new';

/** Where a site is live: what each address leads to, and the sheet of the one that is selected. */
export function Where() {
  const site = useThisSite();
  const { addressId } = useParams();
  const where = useWhere(site.id);
  if (where.isPending) return <Loading />;
  if (where.error) return <Trouble error={where.error} />;
  const { addresses } = where.data;
  const at = `/sites/${site.id}/where`;
  // What fails opens by itself, else the address to share.
  const first =
    addresses.find((a) => a.state === 'FAILED') ??
    addresses.find((a) => a.address.role === 'MAIN') ??
    addresses[0];
  const wanted = addressId ?? first?.address.id ?? NEW;
  const chosen = addresses.find((a) => a.address.id === wanted);
  return (
    <>
      <WhereNav />
      <Panes
        label="Addresses"
        back={
          addressId !== undefined ? { to: at, words: 'Addresses' } : addresses.length > 0 ? null : undefined
        }
        ledger={<Chart site={site} where={where.data} chosen={wanted} />}
        sheet={
          chosen ? (
            <AddressSheet key={chosen.address.id} site={site} standing={chosen} />
          ) : wanted === HARBOR ? (
            <HarborSheet site={site} />
          ) : wanted !== NEW ? (
            <NotHere what="address" asking={where.isFetching} to={`${at}/new`} offer="add an address" />
          ) : may(site, 'MANAGE') ? (
            <NewAddress site={site} />
          ) : (
            <p className="text-soft">There is no address to show.</p>
          )
        }
      />
    </>
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
      {site.liveVersion !== null && (
        <p className="mt-2">
          <Link to={`/sites/${site.id}/what/versions/${String(site.liveVersion)}`}>
            See version {site.liveVersion}
          </Link>
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
