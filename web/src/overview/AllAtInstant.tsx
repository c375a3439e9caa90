import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, dataOf, type Schemas } from '../common/api/client';
import { keys } from '../common/api/queries';
import { Flag } from '../common/ui/Flag';
import { Trouble } from '../common/ui/Trouble';
import { Time } from '../common/ui/Words';
import { Answers, StandingThen } from '../when/plan/AtInstant';

/** What all sites, and each of their addresses, answered or will answer at a time. */
export function AllAtInstant({ lanes, at }: { lanes: Schemas['LaneView'][]; at: string | null }) {
  const standings = useQuery({
    queryKey: [...keys.sites, 'at', at],
    enabled: at !== null,
    queryFn: () => dataOf(api.GET('/api/standings', { params: { query: { at: at ?? '' } } })),
  });
  return (
    <section aria-label="Any day" className="mt-6 max-w-4xl">
      <Trouble error={standings.error} />
      {at !== null && standings.data && (
        <>
          <p role="status" className="mb-2">
            <Time at={at} />
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
