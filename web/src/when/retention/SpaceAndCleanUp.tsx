import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Proportion } from '../../common/ui/Proportion';
import { counted, sizeText, Time } from '../../common/ui/Words';
import { ownZone } from '../../common/clock/time';
import { OwnersOnly } from '../../who/access/May';

type View = Schemas['RetentionView'];

const KEY = ['retention'];
const FIRST = 8;

/** How much space the account's sites hold, how long versions are kept, and what is cleaned up next. */
export function SpaceAndCleanUp() {
  const retention = useQuery({ queryKey: KEY, queryFn: () => dataOf(api.GET('/api/retention')) });
  return (
    <section aria-labelledby="space">
      <h2 id="space" className="mb-2 text-lg">
        Space and clean-up
      </h2>
      <Trouble error={retention.error} />
      {retention.isPending && <Loading />}
      {retention.data && (
        <>
          <Used view={retention.data} />
          <OwnersOnly what="change how long versions are kept">
            <Rule key={JSON.stringify(retention.data.rule)} view={retention.data} />
          </OwnersOnly>
          <Due view={retention.data} />
        </>
      )}
    </section>
  );
}

function Used({ view }: { view: View }) {
  return (
    <>
      <p className="mb-2">
        Your sites hold {sizeText(view.used)}
        {view.limit !== null && ` of ${sizeText(view.limit)}`}, drafts and versions together. What several
        share is counted once.
      </p>
      {view.limit !== null && (
        <Proportion
          whole={view.limit}
          parts={[
            { words: `${sizeText(view.used)} used`, size: view.used, look: 'bg-water' },
            {
              words: `${sizeText(Math.max(0, view.limit - view.used))} free`,
              size: view.limit - view.used,
              look: 'bg-paper',
            },
          ]}
        />
      )}
    </>
  );
}

const NUMBERS: [key: 'all' | 'daily' | 'weekly' | 'monthly', label: string][] = [
  ['all', 'All versions of the last … days'],
  ['daily', 'One a day, up to … days'],
  ['weekly', 'One a week, up to … days'],
  ['monthly', 'One a month, up to … days (empty: forever)'],
];

function Rule({ view }: { view: View }) {
  const [typed, setTyped] = useState<Record<string, string>>({
    all: String(view.rule.all),
    daily: String(view.rule.daily),
    weekly: String(view.rule.weekly),
    monthly: view.rule.monthly === null ? '' : String(view.rule.monthly),
  });
  const save = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/retention', {
          body: {
            all: Number(typed.all),
            daily: Number(typed.daily),
            weekly: Number(typed.weekly),
            monthly: typed.monthly === '' ? null : Number(typed.monthly),
            zone: ownZone(),
          },
        }),
      ),
    onSuccess: (saved) => {
      queries.setQueryData(KEY, saved);
      void queries.invalidateQueries({ queryKey: ['site'] });
      toast(
        saved.due.length === 0
          ? 'The rule is saved. Nothing is to be cleaned up now.'
          : `The rule is saved. ${counted(saved.due.length, 'version')} will be cleaned up.`,
      );
    },
  });
  const problem = save.error instanceof Problem ? save.error.field('rule') : undefined;
  return (
    <details className="mb-2">
      <summary className="min-h-[25px] cursor-pointer">Kept: {ruleWords(view.rule)}</summary>
      <form
        className="mt-2 max-w-md"
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate();
        }}
      >
        {NUMBERS.map(([key, label]) => (
          <Field
            key={key}
            label={label}
            inputMode="numeric"
            value={typed[key]}
            onChange={(e) => {
              setTyped({ ...typed, [key]: e.target.value.replace(/\D/g, '') });
            }}
          />
        ))}
        <p className="text-soft mb-3">
          Versions that are live, planned, on a host, on trial, named or kept forever, and the latest of each
          site, always stay. Whatever else is to go is listed here {counted(view.noticeDays, 'day')} ahead.
        </p>
        {problem !== undefined && <p className="text-magenta mb-2">{problem}</p>}
        {problem === undefined && <Trouble error={save.error} />}
        <Button type="submit" busy={save.isPending}>
          Save this rule
        </Button>
      </form>
    </details>
  );
}

function ruleWords(rule: View['rule']): string {
  const steps = [`all of the last ${counted(rule.all, 'day')}`];
  if (rule.daily > rule.all) steps.push(`one a day up to ${counted(rule.daily, 'day')}`);
  if (rule.weekly > rule.daily) steps.push(`one a week up to ${counted(rule.weekly, 'day')}`);
  if (rule.monthly === null) steps.push('then one a month forever');
  else if (rule.monthly > rule.weekly) steps.push(`one a month up to ${counted(rule.monthly, 'day')}`);
  return steps.join(', ');
}

function Due({ view }: { view: View }) {
  const [all, setAll] = useState(false);
  if (view.due.length === 0) return <p>Nothing is to be cleaned up now.</p>;
  return (
    <>
      <p className="font-medium">{counted(view.due.length, 'version')} will be cleaned up:</p>
      <ul className="border-water border-t">
        {(all ? view.due : view.due.slice(0, FIRST)).map((due) => (
          <li key={due.siteId + String(due.number)} className="border-water border-b py-1">
            <Link to={`/sites/${due.siteId}/what/versions/${String(due.number)}`}>
              {due.site}, version {due.number}
            </Link>{' '}
            <span className="text-soft">
              made <Time at={due.createdAt} short />, goes <Time at={due.dueAt} short />
            </span>
          </li>
        ))}
      </ul>
      {!all && view.due.length > FIRST && (
        <button
          type="button"
          className="min-h-[25px] underline"
          onClick={() => {
            setAll(true);
          }}
        >
          Show all {view.due.length}
        </button>
      )}
    </>
  );
}
