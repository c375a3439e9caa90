import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, dataOf, type Schemas } from '../common/api/client';
import { keys } from '../common/api/queries';
import { Flag } from '../common/ui/Flag';
import { Trouble } from '../common/ui/Notice';
import { Time } from '../common/ui/Words';
import { Answers, InstantField, StandingThen } from '../when/plan/AtInstant';
import { instantTyped } from '../common/ui/time';

/** What all sites, and each of their addresses, answered or will answer at a time. */
export function AllAtInstant({ lanes }: { lanes: Schemas['LaneView'][] }) {
  const [typed, setTyped] = useState('');
  const at = typed === '' ? null : instantTyped(typed);
  const standings = useQuery({
    queryKey: [...keys.sites, 'at', at],
    enabled: at !== null,
    queryFn: () => dataOf(api.GET('/api/standings', { params: { query: { at: at ?? '' } } })),
  });
  return (
    <section aria-label="Any day" className="mt-6 max-w-4xl">
      <InstantField value={typed} onChange={setTyped} />
      <Trouble error={standings.error} />
      {standings.data && (
        <>
          <p role="status" className="mb-2">
            {at !== null && <Time at={at} />}
          </p>
          <ul className="border-water border-t">
            {standings.data.map((then) => {
              const site = lanes.find((lane) => lane.site.id === then.siteId)?.site;
              return (
                site && (
                  <li
                    key={then.siteId}
                    className="border-water grid gap-x-6 gap-y-1 border-b py-2 md:grid-cols-[minmax(0,2fr)_3fr]"
                  >
                    <div>
                      <Link to={`/sites/${site.id}/when`} className="flex items-center gap-2 no-underline">
                        <Flag flag={site.flag} />
                        <span className="font-medium">{site.title}</span>
                      </Link>
                      <StandingThen then={then} />
                    </div>
                    {then.standing && <Answers then={then} />}
                  </li>
                )
              );
            })}
          </ul>
        </>
      )}
    </section>
  );
}
