import { addDays, setHours, startOfHour } from 'date-fns';
import { useState } from 'react';
import { useHarborNow } from '../../common/clock/harborClock';
import { Button } from '../../common/ui/Button';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { inZone, typedTime } from '../../common/clock/time';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { May, may, WhoMay } from '../../who/access/May';
import { ClosedNow, CloseNow } from './CloseNow';
import { PlanEditor } from './PlanEditor';
import { PlanFindings } from './PlanFindings';
import { newPlan, usePlans, type Editing, type PlansView } from './planForm';
import { PlanRow } from './PlanRow';

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
          <PlanFindings site={site} view={plans.data} onEdit={setEditing} />
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
        </>
      )}
    </section>
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
