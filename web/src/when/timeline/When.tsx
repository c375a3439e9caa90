import { useActivities, usePast } from '../../common/api/sites';
import { useThisSite } from '../../what/site/thisSite';
import { AtInstant } from '../plan/AtInstant';
import { Planned } from '../plan/Planned';
import { PlanHandles } from '../plan/PlanHandles';
import { Lanes } from './Lanes';
import { useSpan } from '../axis/useSpan';
import { DeleteSite } from '../../harbor/publish/DeleteSite';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { HAPPENED } from '../../who/activity/happened';
import { Time } from '../../common/ui/Words';
import { shown } from '../../common/clock/time';
import { May, may } from '../../who/access/May';

export function When() {
  const site = useThisSite();
  const span = useSpan();
  const past = usePast(site.id, span.known);
  const activities = useActivities(site.id);
  const days = Map.groupBy(activities.data ?? [], (a) => shown(new Date(a.at), 'EEEE, d MMMM yyyy'));
  return (
    <>
      <h2 className="sr-only">When</h2>
      {past.data && (
        <Lanes
          lanes={[past.data]}
          span={span}
          over={
            may(site, 'PUBLISH') ? (lane, axis) => <PlanHandles site={lane.site} axis={axis} /> : undefined
          }
        />
      )}
      <AtInstant site={site} at={span.at} />
      <Planned site={site} />
      <section aria-labelledby="past" className="mt-6 max-w-3xl">
        <h2 id="past" className="mb-1 text-lg">
          What happened
        </h2>
        <Trouble error={activities.error} />
        {activities.isPending && <Loading />}
        {[...days].map(([day, entries]) => (
          <section key={day} className="mb-4">
            <h3 className="border-water text-soft border-b py-1">{day}</h3>
            <ul>
              {entries.map((a) => (
                <li key={a.id} className="grid grid-cols-[4rem_1fr] gap-x-2 py-1">
                  <time dateTime={a.at} title={a.at} className="text-soft">
                    {shown(new Date(a.at), 'HH:mm')}
                  </time>
                  <span className="[overflow-wrap:anywhere]">
                    <strong className="font-medium">{a.who || 'Even Harbor'}</strong> {HAPPENED[a.kind]}{' '}
                    {a.detail}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </section>
      {site.liveSince !== null && (
        <p className="text-soft">
          Live since <Time at={site.liveSince} />.
        </p>
      )}
      <May site={site} to="MANAGE">
        <DeleteSite site={site} />
      </May>
    </>
  );
}
