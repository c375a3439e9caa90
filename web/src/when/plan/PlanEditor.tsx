import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { newKey } from '../../common/api/newKey';
import { Problem } from '../../common/api/problem';
import { useVersions } from '../../common/api/content';
import { useDestinations } from '../../common/api/hosting';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { place } from '../../hosting/destination/words';
import type { SiteView } from '../../what/site/thisSite';
import { NoticeFields } from './NoticeFields';
import { KINDS, NOTICE, mayEnd, type Kind, type PlanForm, type PlanView } from './planForm';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

/** Plans a change, or changes a plan. */
export function PlanEditor({
  site,
  plan,
  initial,
  onDone,
}: {
  site: SiteView;
  plan?: PlanView | undefined;
  initial: PlanForm;
  onDone: () => void;
}) {
  const [form, setForm] = useState(initial);
  const change = (part: Partial<PlanForm>) => {
    setForm((before) => ({ ...before, ...part }));
  };
  const save = useMutation({
    mutationFn: () =>
      plan
        ? dataOf(
            api.PUT('/api/plans/{id}', {
              params: { path: { id: plan.id }, header: { 'If-Match': `"${String(plan.revision)}"` } },
              body: form,
            }),
          )
        : dataOf(
            api.POST('/api/sites/{siteId}/plans', {
              params: { path: { siteId: site.id }, header: { 'Idempotency-Key': newKey() } },
              body: form,
            }),
          ),
    onSuccess: async (saved) => {
      await refreshSite(site.id);
      toast(`Planned: ${saved.words}`);
      onDone();
    },
  });
  const problem = save.error instanceof Problem ? save.error : null;
  const wrong = useFirstWrong(save.error);
  const fault = (field: string) => problem?.field(field);
  return (
    <form
      ref={wrong}
      className="bg-land/50 border-ink max-w-xl border-l-4 px-4 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <h3 className="mb-2 text-lg">{plan ? 'Change the plan' : 'Plan a change'}</h3>
      {!plan?.begun && (
        <>
          <Choice
            label="What happens"
            value={form.kind}
            options={KINDS}
            onChange={(value) => {
              const kind = value as Kind;
              change({
                kind,
                closing: kind === 'CLOSE' ? (form.closing ?? NOTICE) : null,
                ends: mayEnd(kind) ? form.ends : null,
              });
            }}
          />
          <Specifics site={site} form={form} fault={fault} onChange={change} />
        </>
      )}
      <div className="grid gap-x-3 sm:grid-cols-2">
        <Field
          label={mayEnd(form.kind) ? 'From' : 'At'}
          type="datetime-local"
          required
          disabled={plan?.begun}
          value={form.starts.slice(0, 16)}
          problem={fault('starts')}
          onChange={(e) => {
            change({ starts: e.target.value });
          }}
        />
        {mayEnd(form.kind) && (
          <Field
            label="Until (optional)"
            type="datetime-local"
            value={form.ends?.slice(0, 16) ?? ''}
            problem={fault('ends')}
            hint="Then back to what was before."
            onChange={(e) => {
              change({ ends: e.target.value === '' ? null : e.target.value });
            }}
          />
        )}
      </div>
      <p className="text-soft -mt-2 mb-3">
        Times are those of {form.zone.replaceAll('_', ' ')}. Should the harbor be down at that time, it is
        carried out late, unless it would be over by then.
      </p>
      {!plan?.begun && (
        <Choice
          label="Again"
          value={form.repeat?.every ?? ''}
          options={[
            ['', 'Once'],
            ['WEEK', 'Every week'],
            ['MONTH', 'Every month'],
            ['YEAR', 'Every year'],
          ]}
          onChange={(every) => {
            change({
              repeat:
                every === ''
                  ? null
                  : { every: every as 'WEEK', interval: form.repeat?.interval ?? 1, last: null },
            });
          }}
        />
      )}
      {problem?.body.violations ? null : <Trouble error={save.error} />}
      <div className="flex flex-wrap gap-2">
        <Button kind="primary" type="submit" busy={save.isPending}>
          {plan ? 'Save the plan' : 'Plan it'}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}

function Specifics({
  site,
  form,
  fault,
  onChange,
}: {
  site: SiteView;
  form: PlanForm;
  fault: (field: string) => string | undefined;
  onChange: (part: Partial<PlanForm>) => void;
}) {
  const versions = useVersions(site.id);
  const destinations = useDestinations(site.id);
  switch (form.kind) {
    case 'GO_LIVE':
      return (
        <>
          <Choice
            label="Version"
            value={String(form.version ?? '')}
            options={[
              ['', 'Choose a version'],
              ...(versions.data ?? []).map((v): [string, string] => [
                String(v.number),
                `Version ${String(v.number)}${v.name ? ` · ${v.name}` : ''}`,
              ]),
            ]}
            onChange={(value) => {
              onChange({ version: value === '' ? null : Number(value) });
            }}
          />
          {fault('version') && <p className="text-magenta -mt-2 mb-3">{fault('version')}</p>}
          <div className="mb-3">
            <Check
              checked={form.redirects}
              onChange={(redirects) => {
                onChange({ redirects });
              }}
            >
              Also restore its redirects
            </Check>
          </div>
        </>
      );
    case 'CLOSE':
      return (
        <NoticeFields
          closing={form.closing ?? NOTICE}
          problem={fault('closing')}
          onChange={(closing) => {
            onChange({ closing });
          }}
        />
      );
    case 'TAKE_DOWN':
      return (
        <div className="mb-3">
          <Check
            checked={form.everywhere}
            onChange={(everywhere) => {
              onChange({ everywhere });
            }}
          >
            At all its addresses: trials, forwarding ones and pointers, too
          </Check>
        </div>
      );
    case 'SWITCH_MAIN':
      return (
        <Choice
          label="Address"
          value={form.addressId ?? ''}
          options={[
            ['', 'Choose an address'],
            ...site.addresses
              .filter((a) => a.role !== 'MAIN' && a.role !== 'POINTER')
              .map((a): [string, string] => [a.id, a.shown]),
          ]}
          onChange={(addressId) => {
            onChange({ addressId });
          }}
        />
      );
    case 'SEND_TO':
      return (
        <Choice
          label="Destination"
          value={form.destinationId ?? ''}
          options={[
            ['', 'Choose a destination'],
            ...(destinations.data ?? []).map((d): [string, string] => [d.id, place(d)]),
          ]}
          onChange={(destinationId) => {
            onChange({ destinationId });
          }}
        />
      );
    default:
      return null;
  }
}
