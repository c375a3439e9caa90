import { Link, useParams } from 'react-router';
import { Empty, Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { dayText } from '../../common/clock/time';
import { OwnersOnly } from '../../who/access/May';
import { CostForm } from './CostForm';
import { PAID, useCosts, type Costs, type CostView } from './costs';

/** What domains, hosts and the rest cost in the year to come: in all, by site, and what ends when. */
export function CostsPage() {
  const { costId } = useParams();
  const costs = useCosts();
  const chosen = costs.data?.costs.find((each) => each.id === costId);
  return (
    <>
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <h1 className="mb-3 text-xl">Costs</h1>
        <Trouble error={costs.error} />
        {costs.isPending && <Loading />}
        {costs.data && (
          <Panes
            label="Costs"
            ledger={
              <>
                <Year view={costs.data} />
                <Ledger costs={costs.data.costs} chosen={costId} />
                <Turns view={costs.data} />
              </>
            }
            sheet={
              costId !== undefined && chosen === undefined ? (
                <NotHere what="cost" asking={costs.isFetching} to="/costs" offer="add a cost" />
              ) : (
                <OwnersOnly what="change costs">
                  <CostForm key={costId ?? 'new'} view={chosen} today={costs.data.from} />
                </OwnersOnly>
              )
            }
          />
        )}
      </main>
    </>
  );
}

function Year({ view }: { view: Costs }) {
  return view.years.map((year) => (
    <section key={year.currency} aria-label={`In ${year.currency}`} className="mb-4">
      <h2 className="text-lg">
        {year.all} {year.currency} in the year to come
      </h2>
      {year.saving !== null && (
        <p className="mb-1">
          Paying by the year where it is offered would save {year.saving} {year.currency}.
        </p>
      )}
      {year.bySite.length > 1 && (
        <ul>
          {year.bySite.map((site) => (
            <li key={site.siteId} className="border-water flex max-w-md justify-between gap-3 border-b py-1">
              <span className="min-w-0 [overflow-wrap:anywhere]">{site.title}</span>
              <span className="tabular-nums">{site.amount}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  ));
}

function Ledger({ costs, chosen }: { costs: CostView[]; chosen: string | undefined }) {
  if (costs.length === 0) {
    return (
      <Empty title="Costs go here">
        <p>
          Write down what hosts, domains registered elsewhere and mailboxes cost. What a year comes to and
          what ends when is computed.
        </p>
      </Empty>
    );
  }
  return (
    <>
      <p className="mb-2 flex justify-between gap-3">
        <span className="text-soft">In the year to come, by cost</span>
        <Link to="/costs">Add a cost</Link>
      </p>
      <ul className="border-water mb-4 border-t">
        {costs.map((each) => (
          <li key={each.id ?? each.cost.what} className="border-water border-b">
            {each.id === null ? (
              <span className="block px-2 py-2">
                <Row view={each} />
              </span>
            ) : (
              <Link
                to={`/costs/${each.id}`}
                aria-current={each.id === chosen}
                className="hover:bg-shoal aria-[current=true]:bg-land block px-2 py-2 no-underline"
              >
                <Row view={each} />
              </Link>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function Row({ view }: { view: CostView }) {
  const { cost } = view;
  return (
    <>
      <span className="flex justify-between gap-3">
        <strong className="font-medium [overflow-wrap:anywhere]">{cost.what}</strong>
        <span className="whitespace-nowrap tabular-nums">
          {view.year} {cost.currency}
        </span>
      </span>
      <span className="text-soft block text-[0.93rem]">
        {cost.price} {PAID.find(([paid]) => paid === cost.paid)?.[1]}
        {cost.firstYear !== null && `, ${cost.firstYear} in the first year`}
        {cost.discount > 0 && `, less ${String(cost.discount)} %`}
        {view.next !== null && `, ${cost.paid === 'ONCE' ? '' : 'next '}on ${dayText(view.next)}`}
        {view.id === null && ', registered here'}
      </span>
    </>
  );
}

function Turns({ view }: { view: Costs }) {
  if (view.turns.length === 0) return null;
  return (
    <section aria-label="What ends when">
      <h2 className="mb-1 text-lg">What ends when</h2>
      <ul>
        {view.turns.map((turn) => (
          <li key={`${turn.on} ${turn.what} ${turn.why}`} className="border-water border-b py-1">
            <span className="tabular-nums">{dayText(turn.on)}</span> {turn.what}: {turn.why}
          </li>
        ))}
      </ul>
    </section>
  );
}
