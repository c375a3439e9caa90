import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Problem } from '../../common/api/problem';
import { useSites } from '../../common/api/sites';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Notice';
import { PAID, useRemoveCost, useSaveCost, type Cost, type CostView } from './costs';

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
  const [form, setForm] = useState<Cost>(view?.cost ?? fresh(today));
  const sites = useSites();
  const navigate = useNavigate();
  const save = useSaveCost(id);
  const remove = useRemoveCost(id ?? '');
  const problem = (field: keyof Cost) =>
    save.error instanceof Problem ? save.error.field(field) : undefined;
  const set = (change: Partial<Cost>) => {
    setForm({ ...form, ...change });
  };
  const field = (name: 'what' | 'currency' | 'price' | 'since') => ({
    value: form[name],
    problem: problem(name),
    onChange: (e: { target: { value: string } }) => {
      set({ [name]: e.target.value });
    },
  });
  const perhaps = (name: 'firstYear' | 'yearlyOffer' | 'discountUntil' | 'ends') => ({
    value: form[name] ?? '',
    problem: problem(name),
    onChange: (e: { target: { value: string } }) => {
      set({ [name]: e.target.value === '' ? null : e.target.value });
    },
  });
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate(form, {
          onSuccess: () => {
            if (id === null) setForm(fresh(today));
          },
        });
      }}
    >
      <h2 className="mb-2 text-lg">{id === null ? 'Add a cost' : form.what}</h2>
      <Field label="What is paid for" placeholder="Hosting, mailbox, domain" {...field('what')} />
      <Choice
        label="For"
        value={form.siteId ?? ''}
        options={[
          ['', 'all sites'],
          ...(sites.data ?? []).map((each): [string, string] => [each.site.id, each.site.title]),
        ]}
        onChange={(siteId) => {
          set({ siteId: siteId === '' ? null : siteId });
        }}
      />
      <div className="grid gap-x-3 sm:grid-cols-3">
        <Field label="Price" inputMode="decimal" placeholder="4.90" {...field('price')} />
        <Field label="Currency" maxLength={3} {...field('currency')} />
        <Choice
          label="Paid"
          value={form.paid}
          options={PAID}
          onChange={(paid) => {
            set({ paid: paid as Cost['paid'] });
          }}
        />
        <Field label="First payment" type="date" {...field('since')} />
        <Field label="Ends (optional)" type="date" {...perhaps('ends')} />
        {form.paid === 'MONTHLY' && (
          <Field label="A year at once (optional)" inputMode="decimal" {...perhaps('yearlyOffer')} />
        )}
      </div>
      <details open={form.firstYear !== null || form.discount > 0}>
        <summary className="min-h-[25px] cursor-pointer">First year, discount</summary>
        <div className="mt-2 grid gap-x-3 sm:grid-cols-3">
          <Field label="Price in the first year" inputMode="decimal" {...perhaps('firstYear')} />
          <Field
            label="Discount in percent"
            type="number"
            min={0}
            max={100}
            value={form.discount}
            problem={problem('discount')}
            onChange={(e) => {
              set({ discount: Number(e.target.value) });
            }}
          />
          <Field label="Until" type="date" {...perhaps('discountUntil')} />
        </div>
      </details>
      <Trouble error={save.error ?? remove.error} />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button kind="primary" type="submit" busy={save.isPending}>
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
