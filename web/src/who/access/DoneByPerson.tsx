import { useActivities } from '../../common/api/sites';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { HAPPENED } from '../activity/happened';

const MOST = 8;

/** The latest that someone did at a site. */
export function DoneByPerson({ siteId, name }: { siteId: string; name: string }) {
  const activities = useActivities(siteId);
  const theirs = activities.data?.filter((each) => each.who === name) ?? [];
  return (
    <div className="text-soft">
      <Trouble error={activities.error} />
      {activities.data && theirs.length === 0 && <p>Nothing here yet.</p>}
      <ul>
        {theirs.slice(0, MOST).map((each) => (
          <li key={each.id}>
            {HAPPENED[each.kind]} {each.detail} <Time at={each.at} short />
          </li>
        ))}
      </ul>
      {theirs.length > MOST && <p>… and {theirs.length - MOST} more.</p>}
    </div>
  );
}
