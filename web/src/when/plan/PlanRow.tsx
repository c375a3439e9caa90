import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { keys, refreshSite } from '../../common/api/queries';
import { LinkButton } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { WillNotice } from '../../common/ui/Noticed';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { May } from '../../who/access/May';
import { standingWords, type Editing, type PlansView, type PlanView } from './planForm';
import { ThenPages } from './ThenPages';
import { useCallOff } from './useCallOff';

/** One plan: what it does, when next, and what can be done about it. */
export function PlanRow({
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
