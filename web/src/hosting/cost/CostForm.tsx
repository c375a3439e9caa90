import { useNavigate } from 'react-router';
import { useSites } from '../../common/api/sites';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { useServerForm } from '../../common/ui/useServerForm';
import { PAID, useRemoveCost, useSaveCost, type Cost, type CostView } from './costs';

/** What is typed of a cost: what may be left out is empty then. */
const typed = (cost: Cost) => ({
  ...cost,
  siteId: cost.siteId ?? '',
  discount: String(cost.discount),
  firstYear: cost.firstYear ?? '',
  yearlyOffer: cost.yearlyOffer ?? '',
  discountUntil: cost.discountUntil ?? '',
  ends: cost.ends ?? '',
});

const orNull = (text: string) => (text === '' ? null : text);

const fresh = (today: string): Cost => ({
  what: '',
  siteId: null,
  currency: 'EUR',
  paid: 'MONTHLY',
  price: '',
  firstYear: null,
  discount: 0,
  discountUntil: null,
  yearlyOffer: null,
  since: today,
  ends: null,
});

/** A cost: what, for which site, how much and how often, and what is special about the first year. */
export function CostForm({ view, today }: { view: CostView | undefined; today: string }) {
  const id = view?.id ?? null;
  const begin = view?.cost ?? fresh(today);
  const sites = useSites();
  const navigate = useNavigate();
  const save = useSaveCost(id);
  const remove = useRemoveCost(id ?? '');
  const form = useServerForm({
    begin: typed(begin),
    send: (cost) =>
      save.mutateAsync({
        ...cost,
        siteId: orNull(cost.siteId),
        discount: Number(cost.discount),
        firstYear: orNull(cost.firstYear),
        yearlyOffer: orNull(cost.yearlyOffer),
        discountUntil: orNull(cost.discountUntil),
        ends: orNull(cost.ends),
      }),
    onDone: () => {
      if (id === null) form.reset();
    },
  });
  const { field, values, set } = form;
  return (
    <form onSubmit={form.onSubmit}>
      <h2 className="mb-2 text-lg">{id === null ? 'Add a cost' : values.what}</h2>
      <Field label="What is paid for" placeholder="Hosting, mailbox, domain" {...field('what')} />
      <Choice
        label="For"
        value={values.siteId}
        options={[
          ['', 'all sites'],
          ...(sites.data ?? []).map((each): [string, string] => [each.site.id, each.site.title]),
        ]}
        onChange={(siteId) => {
          set({ siteId });
        }}
      />
      <div className="grid gap-x-3 sm:grid-cols-3">
        <Field label="Price" inputMode="decimal" placeholder="4.90" {...field('price')} />
        <Field label="Currency" maxLength={3} {...field('currency')} />
        <Choice
          label="Paid"
          value={values.paid}
          options={PAID}
          onChange={(paid) => {
            set({ paid: paid as Cost['paid'] });
          }}
        />
        <Field label="First payment" type="date" {...field('since')} />
        <Field label="Ends (optional)" type="date" {...field('ends')} />
        {values.paid === 'MONTHLY' && (
          <Field label="A year at once (optional)" inputMode="decimal" {...field('yearlyOffer')} />
        )}
      </div>
      <details open={begin.firstYear !== null || begin.discount > 0}>
        <summary className="min-h-[25px] cursor-pointer">First year, discount</summary>
        <div className="mt-2 grid gap-x-3 sm:grid-cols-3">
          <Field label="Price in the first year" inputMode="decimal" {...field('firstYear')} />
          <Field label="Discount in percent" type="number" min={0} max={100} {...field('discount')} />
          <Field label="Until" type="date" {...field('discountUntil')} />
        </div>
      </details>
      {form.trouble}
      <Trouble error={remove.error} />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button kind="primary" type="submit" busy={form.busy}>
          {id === null ? 'Add' : 'Save'}
        </Button>
        {id !== null && (
          <Button
            busy={remove.isPending}
            onClick={() => {
              remove.mutate(undefined, { onSuccess: () => navigate('/costs') });
            }}
          >
            Remove
          </Button>
        )}
      </div>
    </form>
  );
}
