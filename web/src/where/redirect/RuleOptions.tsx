import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Choice } from '../../common/ui/Choice';
import type { Rule } from './words';
import { instantTyped, typedTime } from '../../common/clock/time';

interface Props {
  form: Rule;
  fault: (field: string) => string | undefined;
  onChange: (part: Partial<Rule>) => void;
}

/** What is seldom changed about a rule: letters, slash, query, time, group, note. */
export function RuleOptions({ form, fault, onChange }: Props) {
  const usual =
    form.ignoresCase &&
    !form.exactSlash &&
    form.query === 'KEEP' &&
    form.from === null &&
    form.until === null &&
    form.group === '' &&
    form.note === '';
  return (
    <details className="mb-3" open={!usual}>
      <summary className="cursor-pointer font-medium">More options</summary>
      <div className="border-water mt-2 flex flex-col gap-2 border-l pl-3">
        <Check
          checked={form.ignoresCase}
          onChange={(ignoresCase) => {
            onChange({ ignoresCase });
          }}
        >
          Capital and small letters are the same
        </Check>
        {form.kind === 'EXACT' && (
          <Check
            checked={!form.exactSlash}
            onChange={(same) => {
              onChange({ exactSlash: !same });
            }}
          >
            With and without a slash at the end are the same
          </Check>
        )}
        <Check
          checked={form.pagesFirst ?? form.kind !== 'EXACT'}
          onChange={(pagesFirst) => {
            onChange({ pagesFirst });
          }}
        >
          Pages that exist come first
        </Check>
        <Choice
          label="The query (what stands behind “?”)"
          value={form.query}
          options={[
            ['KEEP', 'goes along'],
            ['DROP', 'stays behind'],
            ['MATCH', 'must hold certain parameters'],
          ]}
          onChange={(query) => {
            onChange({ query: query as Rule['query'] });
          }}
        />
        {form.query === 'MATCH' && (
          <Field
            label="Parameters that must be there"
            value={form.parameters}
            className="mono"
            placeholder="p=12"
            problem={fault('query')}
            onChange={(e) => {
              onChange({ parameters: e.target.value });
            }}
          />
        )}
        <div className="grid gap-x-3 sm:grid-cols-2">
          <Field
            label="Counts from"
            type="datetime-local"
            value={local(form.from)}
            onChange={(e) => {
              onChange({ from: instant(e.target.value) });
            }}
          />
          <Field
            label="Counts until"
            type="datetime-local"
            value={local(form.until)}
            problem={fault('until')}
            onChange={(e) => {
              onChange({ until: instant(e.target.value) });
            }}
          />
          <Field
            label="Group"
            value={form.group}
            maxLength={60}
            problem={fault('group')}
            onChange={(e) => {
              onChange({ group: e.target.value });
            }}
          />
          <Field
            label="Note"
            value={form.note}
            maxLength={500}
            problem={fault('note')}
            onChange={(e) => {
              onChange({ note: e.target.value });
            }}
          />
        </div>
      </div>
    </details>
  );
}

/** An instant as a date field shows it, by the account's time zone. */
export const local = (at: string | null) => (at === null ? '' : typedTime(at));

export const instant = (typed: string) => (typed === '' ? null : instantTyped(typed));
