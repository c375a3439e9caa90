import { Link, useParams } from 'react-router';
import { useHosts } from '../../common/api/hosting';
import { Diamond, Empty, Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { AddHost } from './AddHost';
import { HostSheet } from './HostSheet';
import { SHORT, standing, type Host } from './words';
import { OwnersOnly } from '../../who/access/May';

/** All hosts of the account: saved once, used by many sites. */
export function HostsPage() {
  const { hostId } = useParams();
  const hosts = useHosts();
  const chosen = hosts.data?.hosts.find((h) => h.id === hostId);
  return (
    <>
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <div className="mb-3 flex items-baseline gap-4">
          <h1 className="text-xl">Hosts</h1>
          <Link to="/costs">What it all costs</Link>
        </div>
        <Trouble error={hosts.error} />
        {hosts.isPending && <Loading />}
        {hosts.data && (
          <Panes
            label="Hosts"
            ledger={<Ledger hosts={hosts.data.hosts} chosen={hostId} />}
            sheet={
              chosen ? (
                <OwnersOnly what="change hosts">
                  <HostSheet key={chosen.id} host={chosen} all={hosts.data} />
                </OwnersOnly>
              ) : hostId ? (
                <NotHere what="host" asking={hosts.isFetching} to="/hosts" offer="add a host" />
              ) : (
                <OwnersOnly what="add hosts">
                  <AddHost all={hosts.data} />
                </OwnersOnly>
              )
            }
          />
        )}
      </main>
    </>
  );
}

function Ledger({ hosts, chosen }: { hosts: Host[]; chosen: string | undefined }) {
  if (hosts.length === 0) {
    return (
      <Empty title="Your hosts go here">
        <p>
          A host is an account at a hosting company, or a folder that this harbor’s operator opened. Save it
          once, and publish any of your sites there.
        </p>
      </Empty>
    );
  }
  return (
    <>
      <p className="mb-2 text-right">
        <Link to="/hosts">Add a host</Link>
      </p>
      <ul className="border-water border-t">
        {hosts.map((host) => {
          const now = standing(host);
          return (
            <li key={host.id}>
              <Link
                to={`/hosts/${host.id}`}
                aria-current={host.id === chosen}
                className="border-water hover:bg-shoal aria-[current=true]:bg-land block border-b px-2 py-2 no-underline"
              >
                <span className="flex justify-between gap-3">
                  <strong className="font-medium [overflow-wrap:anywhere]">{host.name}</strong>
                  <span className="text-soft whitespace-nowrap">{SHORT[host.protocol]}</span>
                </span>
                <span className="text-soft block text-[0.93rem]">
                  <span className="mono block [overflow-wrap:anywhere]">
                    {host.user !== '' && `${host.user} at `}
                    {host.server}
                  </span>
                  <span className="block">
                    {host.uses.length === 0
                      ? 'no site publishes there yet'
                      : `used by ${[...new Set(host.uses.map((u) => u.site))].join(', ')}`}
                  </span>
                  <span className={`flex gap-1.5 ${now.amiss ? 'text-ink' : ''}`}>
                    {now.amiss && <Diamond />}
                    {now.words}
                  </span>
                </span>
              </Link>
            </li>
          );
        })}
      </ul>
    </>
  );
}
