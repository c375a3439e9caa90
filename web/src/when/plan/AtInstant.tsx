import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Trouble } from '../../common/ui/Trouble';
import { counted, Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { standingWords } from './planForm';
import { ThenPages } from './ThenPages';

type SiteAt = Schemas['SiteAt'];

/** How the site stood at a time, or will stand if nothing else is decided: its pages, and what each address answers. */
export function AtInstant({ site, at }: { site: SiteView; at: string | null }) {
  const standing = useQuery({
    queryKey: keys.part(site.id, 'standing', at),
    enabled: at !== null,
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/standing', {
          params: { path: { siteId: site.id }, query: { at: at ?? '' } },
        }),
      ),
  });
  return (
    <section aria-label="Any day" className="mt-3">
      <p role="status" className="mb-2">
        {at !== null && standing.data && (
          <>
            <Time at={standing.data.at} />: <StandingThen then={standing.data} />
          </>
        )}
      </p>
      <Trouble error={standing.error} />
      {at !== null && standing.data?.standing && (
        <div className="grid gap-x-6 lg:grid-cols-2">
          <div>
            <Answers then={standing.data} />
            <RedirectsThen then={standing.data} />
            {standing.data.standing.version !== null &&
              site.liveVersion !== null &&
              standing.data.standing.version !== site.liveVersion && (
                <p className="mt-2">
                  <Link
                    to={`/sites/${site.id}/what/versions/compare?from=${String(standing.data.standing.version)}&to=${String(site.liveVersion)}`}
                  >
                    Compare it with version {site.liveVersion}, which is{' '}
                    {site.live ? 'live now' : 'live last'}
                  </Link>
                </p>
              )}
          </div>
          <ThenPages siteId={site.id} standing={standing.data.standing} />
        </div>
      )}
    </section>
  );
}

/** In a few words what visitors get at that time. */
export function StandingThen({ then }: { then: SiteAt }) {
  return (
    <>
      <strong className="font-medium">
        {then.standing ? standingWords(then.standing) : 'nothing is recorded of that time'}
      </strong>
      {!then.past && ', if nothing else is decided'}
    </>
  );
}

/** How many redirects visitors meet at that time, and which of them are other than today. */
function RedirectsThen({ then }: { then: SiteAt }) {
  const others = then.otherRedirects;
  const words = then.redirects === 0 ? 'No redirects' : `With ${counted(then.redirects, 'redirect')}`;
  if (others.length === 0) return <p className="text-soft mt-2">{words}, as now.</p>;
  return (
    <details className="mt-2">
      <summary className="cursor-pointer">
        {words}, {others.length} of them other than now
      </summary>
      <ul className="border-water max-h-60 overflow-auto border-t">
        {others.map((one) => (
          <li key={one.source} className="border-water border-b py-1 [overflow-wrap:anywhere]">
            <span className="mono">{one.source}</span>{' '}
            <span className="text-soft">
              {one.before || 'none'}; now {one.after || 'none'}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What each address answers at that time. */
export function Answers({ then }: { then: SiteAt }) {
  if (!then.addressesKnown) {
    return <p className="text-soft">Which addresses it had then is not recorded.</p>;
  }
  if (then.answers.length === 0) return <p className="text-soft">It had no address.</p>;
  return (
    <ul className="border-water border-t">
      {then.answers.map((answer) => (
        <li key={answer.address} className="border-water border-b py-1 [overflow-wrap:anywhere]">
          <span className="mono font-semibold">{answer.address}</span>{' '}
          <span className="text-soft">{answer.words}</span>
        </li>
      ))}
    </ul>
  );
}
