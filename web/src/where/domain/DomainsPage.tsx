import { useQuery } from '@tanstack/react-query';
import { Link, useLocation, useParams } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useDomains } from '../../common/api/domains';
import { keys } from '../../common/api/queries';
import { HAPPENED } from '../../who/activity/happened';
import { Secured } from '../certificate/Secured';
import { Diamond, Empty, Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { useListing, type Order } from '../../common/ui/useListing';
import { HostName, Time } from '../../common/ui/Words';
import { DomainSearch } from './DomainSearch';
import { DomainSheet } from './DomainSheet';
import { money } from './money';
import { useUnder } from './useUnder';
import { OwnersOnly } from '../../who/access/May';

type Domain = Schemas['DomainView'];

const ends = (domain: Domain) => domain.endsAt ?? domain.expiresAt ?? '9999';

const ORDERS: [Order<Domain>, ...Order<Domain>[]] = [
  { key: 'name', words: 'By name', compare: (a, b) => a.unicode.localeCompare(b.unicode) },
  { key: 'end', words: 'First to end first', compare: (a, b) => ends(a).localeCompare(ends(b)) },
  { key: 'price', words: 'Most expensive first', compare: (a, b) => b.price.yearly - a.price.yearly },
];

/** All domains over all sites: where each leads, whether it works, when it ends, what it costs. */
export function DomainsPage() {
  const { domainId } = useParams();
  const domains = useDomains();
  const chosen = domains.data?.find((d) => d.id === domainId);
  return (
    <>
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <div className="mb-3 flex items-baseline gap-4">
          <h1 className="text-xl">Domains</h1>
          <Link to="/costs">What it all costs</Link>
        </div>
        <Trouble error={domains.error} />
        {domains.isPending && <Loading />}
        {domains.data && (
          <Panes
            label="Domains"
            ledger={<Ledger domains={domains.data} chosen={domainId} />}
            sheet={
              chosen ? (
                <OwnersOnly what="change domains">
                  <DomainSheet key={chosen.id} domain={chosen} />
                </OwnersOnly>
              ) : domainId ? (
                <NotHere what="domain" asking={domains.isFetching} to="/domains" offer="find another name" />
              ) : (
                <>
                  <h2 className="mb-1 text-lg">Find a name, or connect one</h2>
                  <OwnersOnly what="register and connect names">
                    <DomainSearch />
                  </OwnersOnly>
                </>
              )
            }
          />
        )}
      </main>
    </>
  );
}

function Ledger({ domains, chosen }: { domains: Domain[]; chosen: string | undefined }) {
  const listing = useListing({
    rows: domains,
    label: 'Filter by name',
    text: (d) => d.unicode,
    orders: ORDERS,
  });
  const { search } = useLocation();
  const yearly = new Map<string, number>();
  for (const d of domains) {
    if (d.autoRenew) yearly.set(d.price.currency, (yearly.get(d.price.currency) ?? 0) + d.price.yearly);
  }
  if (domains.length === 0) {
    return (
      <Empty title="Your domains go here">
        <p>
          A domain is a name of your own, such as papermoon.art. Search for one that is free, or connect one
          that you registered elsewhere.
        </p>
      </Empty>
    );
  }
  return (
    <>
      <div className="mb-2 flex items-baseline justify-between gap-3">
        <p>
          {[...yearly].map(([currency, sum]) => (
            <span key={currency}>
              <strong>{money(sum, currency)}</strong> a year in all
            </span>
          ))}
        </p>
        <Link to="/domains">Find or connect one</Link>
      </div>
      {listing.controls}
      <ul className="border-water border-t">
        {listing.rows.map((domain) => (
          <li key={domain.id}>
            <Link
              to={`/domains/${domain.id}${search}`}
              aria-current={domain.id === chosen}
              className="border-water hover:bg-shoal aria-[current=true]:bg-land block border-b px-2 py-2 no-underline"
            >
              <span className="flex justify-between gap-3">
                <HostName name={domain.unicode} />
                <span className="text-soft whitespace-nowrap">
                  {domain.source === 'REGISTERED' &&
                    `${money(domain.price.yearly, domain.price.currency)} a year`}
                </span>
              </span>
              <Standing domain={domain} />
            </Link>
          </li>
        ))}
      </ul>
      <Secured />
      <Past />
    </>
  );
}

/** What happened to the domains of late. */
function Past() {
  const past = useQuery({
    queryKey: [...keys.domains, 'past'],
    queryFn: () => dataOf(api.GET('/api/domain-activities')),
  });
  if (!past.data || past.data.length === 0) return null;
  return (
    <details className="mt-4">
      <summary className="text-soft min-h-6 cursor-pointer py-1">What happened</summary>
      <ul>
        {past.data.map((a) => (
          <li key={a.id} className="border-water border-b py-1 [overflow-wrap:anywhere]">
            <strong className="font-medium">{a.who || 'Even Harbor'}</strong> {HAPPENED[a.kind]} {a.detail}{' '}
            <span className="text-soft">
              <Time at={a.at} short />
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** How a domain stands, and which of the sites' addresses lie under it. */
function Standing({ domain }: { domain: Domain }) {
  const under = useUnder(domain.id);
  const amiss = under?.filter((u) => u.trouble?.state === 'FAILED') ?? [];
  const titles = [...new Set(under?.map((u) => u.site.title) ?? [])];
  return (
    <span className="text-soft block text-[0.93rem]">
      <span className="block">
        {words(domain)}
        {domain.expiresAt !== null && (
          <>
            {domain.state === 'ENDED' ? ' ' : domain.autoRenew ? ', renews itself by ' : ', ends '}
            <Time at={domain.expiresAt} />
          </>
        )}
      </span>
      <span className="block">
        {titles.length === 0 ? 'no address under it yet' : `leads to ${titles.join(', ')}`}
      </span>
      {(domain.trouble !== '' || amiss.length > 0) && (
        <span className="text-ink flex gap-1.5">
          <Diamond />
          {domain.trouble !== ''
            ? domain.trouble
            : `${amiss.map((u) => u.address.shown).join(', ')}: does not work yet`}
        </span>
      )}
    </span>
  );
}

function words(domain: Domain) {
  switch (domain.state) {
    case 'SEARCHED':
      return 'not registered';
    case 'REGISTERING':
      return 'being registered';
    case 'HELD':
      return 'registered here';
    case 'RENEWAL_DUE':
      return domain.autoRenew ? 'registered here, renewal due' : 'registered here, ends soon';
    case 'ENDED':
      return 'ended';
    case 'GIVEN_UP':
      return 'being deleted';
    case 'BROUGHT':
      return 'registered elsewhere, not verified';
    case 'VERIFIED':
      return 'registered elsewhere, verified';
    case 'VERIFICATION_DUE':
      return 'registered elsewhere, record missing';
    case 'LOST':
      return 'registered elsewhere, no longer verified';
  }
}
