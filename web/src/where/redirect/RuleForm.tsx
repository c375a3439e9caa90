import { useDeferredValue, useId, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Schemas } from '../../common/api/client';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { useRested } from '../../common/ui/useRested';
import { useChangeRedirects } from './change';
import { PageList } from './PageList';
import { FindingLine, Mends } from './Findings';
import { RuleOptions } from './RuleOptions';
import { BLANK, GONE, KINDS, sourceText, STATUSES, type Rule } from './words';
import { useRuleSense } from './useRuleSense';

interface Props {
  site: SiteView;
  rule: Rule;
  /** The path that a new rule begins with. */
  begin: string;
  ruleOf: (id: string) => Rule | undefined;
}

/** One rule: judged while it is typed, saved in one go. */
export function RuleForm({ site, rule, begin, ruleOf }: Props) {
  const navigate = useNavigate();
  const [form, setForm] = useState(rule.id === '' ? { ...rule, source: begin } : rule);
  const rested = useDeferredValue(useRested(form));
  const sense = useRuleSense(site.id, rested);
  const change = useChangeRedirects(site.id);
  const fresh = rule.id === '';
  const current = rested === form && !sense.isPlaceholderData ? sense.data : undefined;
  const fault = (field: string) => current?.faults.find((f) => f.field === field)?.sentence;
  const set = (part: Partial<Rule>) => {
    change.reset();
    // Who agreed to one target has not agreed to the next.
    const moved = part.target !== undefined || part.source !== undefined;
    setForm({ ...form, ...part, ...(moved && { openAgreed: false }) });
  };
  /** What a mend makes of this rule; nothing when it is about others, or takes the rule away. */
  const own = (mend: Schemas['MendView']) => mend.put.find((r) => r.id === (fresh ? 'new' : rule.id));
  const changed = JSON.stringify(form) !== JSON.stringify(rule);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        const put = current?.rule ?? form;
        change.mutate(
          {
            put: [put],
            remove: [],
            what: `${fresh ? 'added' : 'changed'} the redirect of ${sourceText(put)}`,
          },
          {
            onSuccess: (after) => {
              if (!fresh) return;
              setForm(BLANK);
              const made = after.rules.at(-1);
              if (made) void navigate(`/sites/${site.id}/where/redirects/${made.id}`);
            },
          },
        );
      }}
    >
      <h2 className="mb-3 text-lg">{fresh ? 'New redirect' : 'Redirect'}</h2>
      <Choice
        label="Match"
        value={form.kind}
        options={Object.entries(KINDS).map(([kind, { word }]) => [kind, word])}
        onChange={(kind) => {
          set({ kind: kind as Rule['kind'], pagesFirst: null });
        }}
      />
      <Field
        label="Old path"
        value={form.source}
        className="mono"
        placeholder={KINDS[form.kind].example}
        autoComplete="off"
        autoCapitalize="none"
        spellCheck={false}
        problem={fault('source')}
        onChange={(e) => {
          set({ source: e.target.value });
        }}
        hint={
          form.kind === 'PATTERN' && (
            <p className="text-soft">
              {'{name}'} stands for a part without slashes, {'{+rest}'} at the end for all that follows. Use
              the names in the new path.
            </p>
          )
        }
      />
      {form.status !== GONE && <Target site={site} form={form} problem={fault('target')} onChange={set} />}
      <Choice
        label="Type"
        value={String(form.status)}
        options={STATUSES.map(([code, words]) => [String(code), words])}
        onChange={(code) => {
          set({ status: Number(code) });
        }}
      />
      <RuleOptions form={form} fault={fault} onChange={set} />
      <div aria-live="polite" className="min-h-6">
        {current?.cleanings.map((c) => (
          <p key={c} className="text-soft">
            {c}
          </p>
        ))}
        {(fresh || changed ? (current?.findings ?? []) : (sense.data?.findings ?? [])).map((finding) => (
          <div key={`${finding.kind} ${finding.rule}`} className="mb-2">
            <FindingLine finding={finding} ruleOf={(id) => (id === 'new' ? form : ruleOf(id))} />
            <Mends
              finding={{
                ...finding,
                mends: finding.mends.filter((m) => !(fresh || changed) || own(m) !== undefined),
              }}
              busy={change.isPending}
              onMend={(mend) => {
                const mended = own(mend);
                if ((fresh || changed) && mended) setForm({ ...mended, id: form.id });
                else change.mutate({ put: mend.put, remove: mend.remove, what: `fixed ${sourceText(rule)}` });
              }}
            />
          </div>
        ))}
      </div>
      <Trouble error={change.error} />
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          kind="primary"
          type="submit"
          busy={change.isPending}
          disabled={!changed || !current || current.rule === null}
        >
          {fresh ? 'Add redirect' : 'Save'}
        </Button>
        {!fresh && (
          <Button
            busy={change.isPending}
            onClick={() => {
              change.mutate(
                { put: [], remove: [rule.id], what: `removed the redirect of ${sourceText(rule)}` },
                {
                  onSuccess: () => {
                    void navigate(`/sites/${site.id}/where/redirects`);
                  },
                },
              );
            }}
          >
            Remove
          </Button>
        )}
      </div>
    </form>
  );
}

function Target({
  site,
  form,
  problem,
  onChange,
}: {
  site: SiteView;
  form: Rule;
  problem: string | undefined;
  onChange: (part: Partial<Rule>) => void;
}) {
  const id = useId();
  const rest = '{+rest}';
  return (
    <>
      <Field
        label="Leads to"
        value={form.target}
        className="mono"
        placeholder="a page of this site, or a URL"
        list={id}
        autoComplete="off"
        autoCapitalize="none"
        spellCheck={false}
        problem={problem}
        onChange={(e) => {
          onChange({ target: e.target.value });
        }}
        hint={
          form.kind === 'UNDER' &&
          !form.target.includes(rest) &&
          form.target !== '' && (
            <p>
              Everything leads to this one page.{' '}
              <Button
                kind="quiet"
                onClick={() => {
                  onChange({ target: `${form.target.replace(/\/$/, '')}/${rest}` });
                }}
              >
                Keep what follows the path
              </Button>
            </p>
          )
        }
      />
      <PageList siteId={site.id} id={id} />
    </>
  );
}
