import { useMutation, useQuery } from '@tanstack/react-query';
import { addDays, setHours, startOfHour } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { api, dataOf } from '../../common/api/client';
import { useHarborNow } from '../../common/api/harborClock';
import { keys, refreshSite } from '../../common/api/queries';
import { Button, LinkButton } from '../../common/ui/Button';
import { Diamond, Loading, Trouble } from '../../common/ui/Notice';
import { WillNotice } from '../../common/ui/Noticed';
import { inZone, typedTime } from '../../common/ui/time';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { AtInstant } from './AtInstant';
import { ClosedNow, CloseNow } from './CloseNow';
import { PlanEditor } from './PlanEditor';
import { ThenPages } from './ThenPages';
import { newPlan, standingWords, usePlans, type PlanForm, type PlansView, type PlanView } from './planForm';
import { May, may, WhoMay } from '../../who/access/May';

interface Editing {
  plan?: PlanView;
  initial: PlanForm;
}

/** What is planned for a site: what comes next, what is wrong with it, and the way to plan more. */
export function Planned({ site }: { site: SiteView }) {
  const plans = usePlans(site.id);
  const now = useHarborNow();
  const [editing, setEditing] = useState<Editing | null>(null);
  const open = (plans.data?.plans ?? []).filter((plan) => plan.nextAt !== null || plan.calledOff);
  return (
    <section aria-labelledby="planned" className="mt-6 max-w-4xl">
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <h2 id="planned" className="mr-auto text-lg">
          Planned
        </h2>
        <May site={site} to="PUBLISH">
          <CloseNow site={site} standing={plans.data?.now} />
          <Button
            kind="primary"
            onClick={() => {
              setEditing({
                initial: newPlan(
                  'PUBLISH_DRAFT',
                  typedTime(setHours(startOfHour(addDays(now, 1)), 9, inZone())),
                ),
              });
            }}
          >
            Plan a change
          </Button>
        </May>
      </div>
      <WhoMay site={site} to="PUBLISH" what="plan changes, close the site and reopen it" />
      {plans.data && <ClosedNow site={site} standing={plans.data.now} />}
      <Trouble error={plans.error} />
      {plans.isPending && <Loading />}
      {editing && (
        <PlanEditor
          key={editing.plan?.id ?? 'new'}
          site={site}
          plan={editing.plan}
          initial={editing.initial}
          onDone={() => {
            setEditing(null);
          }}
        />
      )}
      {plans.data && (
        <>
          <Findings site={site} view={plans.data} onEdit={setEditing} />
          <ul>
            {open.map((plan) => (
              <PlanRow key={plan.id} site={site} plan={plan} view={plans.data} onEdit={setEditing} />
            ))}
          </ul>
          {open.length === 0 && !editing && (
            <p className="text-soft">
              Nothing is planned.
              {may(site, 'PUBLISH') && ' Plan a publish, a winter programme with its end, a summer closing.'}
            </p>
          )}
          <DatedRedirects view={plans.data} />
          <LeftOut view={plans.data} />
          <AtInstant site={site} />
        </>
      )}
    </section>
  );
}

/** Where a finding is put right that lies outside of the plan. */
const OPENS = {
  OPEN_DOMAINS: { words: 'Open the domains', to: () => '/domains' },
  OPEN_ADDRESSES: { words: 'Open its addresses', to: (id: string) => `/sites/${id}/where` },
  OPEN_HOSTS: { words: 'Open its hosts', to: (id: string) => `/sites/${id}/where/hosts` },
  OPEN_DRAFT: { words: 'Open the draft', to: (id: string) => `/sites/${id}/what` },
};

function Findings({
  site,
  view,
  onEdit,
}: {
  site: SiteView;
  view: PlansView;
  onEdit: (editing: Editing) => void;
}) {
  const callOff = useCallOff(site);
  return (
    <ul className="mb-2">
      {view.findings.map((finding) => {
        const plan = view.plans.find((p) => p.id === finding.planId);
        if (!plan) return null;
        return (
          <li
            key={finding.kind + finding.planId}
            className="bg-land/60 border-magenta my-2 flex gap-2 border-l-4 px-3 py-2"
          >
            <Diamond />
            <div className="min-w-0 flex-1">
              <p className="[overflow-wrap:anywhere]">
                {finding.sentence} <Time at={finding.at} />
              </p>
              <p className="mt-1 flex flex-wrap gap-x-4">
                {(may(site, 'PUBLISH') ? finding.fixes : []).map((fix) =>
                  fix === 'CALL_OFF' ? (
                    <LinkButton
                      key={fix}
                      onClick={() => {
                        callOff.mutate({ plan, off: true });
                      }}
                    >
                      Call off “{plan.action}”
                    </LinkButton>
                  ) : fix === 'MOVE' || fix === 'CHANGE_END' ? (
                    <LinkButton
                      key={fix}
                      onClick={() => {
                        onEdit({ plan, initial: plan.form });
                      }}
                    >
                      {fix === 'MOVE' ? 'Move it' : 'Change its end'}
                    </LinkButton>
                  ) : (
                    <Link key={fix} to={OPENS[fix].to(site.id)} className="min-h-[25px]">
                      {OPENS[fix].words}
                    </Link>
                  ),
                )}
              </p>
            </div>
          </li>
        );
      })}
      <Trouble error={callOff.error} />
    </ul>
  );
}

function useCallOff(site: SiteView) {
  const callOff = useMutation({
    mutationFn: ({ plan, off }: { plan: PlanView; off: boolean }) =>
      dataOf(
        api.PUT('/api/plans/{id}/called-off', {
          params: { path: { id: plan.id }, header: { 'If-Match': `"${String(plan.revision)}"` } },
          body: { calledOff: off },
        }),
      ),
    onSuccess: async (plan, { off }) => {
      await refreshSite(site.id);
      toast(
        off ? `Called off: ${plan.action}` : `Planned again: ${plan.action}`,
        off
          ? {
              action: {
                label: 'Undo',
                onClick: () => {
                  callOff.mutate({ plan, off: false });
                },
              },
            }
          : undefined,
      );
    },
  });
  return callOff;
}

function PlanRow({
  site,
  plan,
  view,
  onEdit,
}: {
  site: SiteView;
  plan: PlanView;
  view: PlansView;
  onEdit: (editing: Editing) => void;
}) {
  const callOff = useCallOff(site);
  const next = view.moments.find((moment) => moment.planId === plan.id);
  return (
    <li className="border-water border-b py-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span
          className={`min-w-0 flex-1 [overflow-wrap:anywhere] ${plan.calledOff ? 'text-soft line-through' : 'font-medium'}`}
        >
          {plan.words}
        </span>
        <May site={site} to="PUBLISH">
          {!plan.calledOff && (
            <LinkButton
              onClick={() => {
                onEdit({ plan, initial: plan.form });
              }}
            >
              Change
            </LinkButton>
          )}
          {plan.begun && !plan.calledOff && <EndNow plan={plan} />}
          <LinkButton
            onClick={() => {
              callOff.mutate({ plan, off: !plan.calledOff });
            }}
          >
            {plan.calledOff ? 'Plan it again' : plan.begun ? 'Do not end it' : 'Call off'}
          </LinkButton>
        </May>
      </div>
      {plan.calledOff && <p className="text-soft">Called off</p>}
      {!plan.calledOff && next && (
        <p className="text-soft">
          {plan.begun ? 'Has begun; ends' : next.end ? 'Ends' : 'Begins'} <Time at={next.at} short />
          {next.leftOut === '' && `: ${standingWords(next.after)}`}
        </p>
      )}
      {!plan.calledOff && next && <Foreseen plan={plan} />}
      {plan.notes.map((note) => (
        <p key={note} className="text-soft">
          {note}
        </p>
      ))}
      <Trouble error={callOff.error} />
    </li>
  );
}

/** What visitors will get from this plan on, asked for when it is opened. */
function Foreseen({ plan }: { plan: PlanView }) {
  const [open, setOpen] = useState(false);
  const outcome = useQuery({
    queryKey: keys.part(plan.siteId, 'outcome', 'plan', plan.id, plan.revision),
    queryFn: () => dataOf(api.GET('/api/plans/{id}/outcomes', { params: { path: { id: plan.id } } })),
    enabled: open,
  });
  return (
    <details
      onToggle={(e) => {
        setOpen(e.currentTarget.open);
      }}
    >
      <summary className="min-h-[25px] cursor-pointer">See it before</summary>
      {open && (
        <div className="mt-1 grid gap-x-6 lg:grid-cols-2">
          <WillNotice query={{ ...outcome, data: outcome.data?.noticed }} />
          {outcome.data && <ThenPages siteId={plan.siteId} standing={outcome.data.standing} />}
        </div>
      )}
    </details>
  );
}

/** What redirects do by dates of their own. */
function DatedRedirects({ view }: { view: PlansView }) {
  if (view.redirects.length === 0) return null;
  return (
    <details className="mt-3">
      <summary className="cursor-pointer font-medium">
        Redirects that begin or end by their own dates ({view.redirects.length})
      </summary>
      <ul>
        {view.redirects.map((one) => (
          <li key={one.at + one.words} className="py-1 [overflow-wrap:anywhere] first-letter:uppercase">
            {one.words} <Time at={one.at} />
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What was left out lately, and why: nobody is to find out by chance. */
function LeftOut({ view }: { view: PlansView }) {
  const left = view.done.filter((one) => !one.carried).slice(0, 5);
  if (left.length === 0) return null;
  return (
    <details className="mt-3">
      <summary className="cursor-pointer font-medium">Left out lately ({left.length})</summary>
      <ul>
        {left.map((one) => (
          <li key={one.planId + one.dueAt + String(one.end)} className="py-1">
            {view.plans.find((plan) => plan.id === one.planId)?.action ?? 'A plan'}
            {one.end && ' (its end)'}: {one.sentence} <Time at={one.dueAt} />
          </li>
        ))}
      </ul>
      <p className="text-soft">
        When the harbor was down at the time of a plan, the plan is carried out late. What would be over by
        then is left out, and of several times only the last counts.
      </p>
    </details>
  );
}

/** Ends what stands for a while before its time: what was before comes back. */
function EndNow({ plan }: { plan: PlanView }) {
  const end = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/plans/{id}/end', {
          params: { path: { id: plan.id }, header: { 'If-Match': `"${String(plan.revision)}"` } },
        }),
      ),
    onSuccess: async () => {
      await refreshSite(plan.siteId);
      toast(`Ended: ${plan.action}`);
    },
    onError: (error) => toast.error(error.message),
  });
  return (
    <LinkButton
      onClick={() => {
        if (!end.isPending) end.mutate();
      }}
    >
      End now
    </LinkButton>
  );
}
