import { Link } from 'react-router';
import { HostName, PublicLink } from '../../common/ui/Words';
import { Pennant } from '../../common/ui/Pennant';
import { stepsOf } from '../../what/site/nextSteps';
import { standingOf, type SiteView } from '../../what/site/thisSite';
import { Told } from '../../who/activity/Told';

/** What the line at the top says of a site: how it stands, where, and the one thing to do next. */
export function SiteMast({ site }: { site: SiteView }) {
  const main = site.addresses[0];
  const step = stepsOf(site)[0];
  return (
    <>
      <Pennant state={standingOf(site)} narrow />
      <span className="hidden min-w-0 shrink-[3] overflow-hidden lg:flex">
        {main && (site.live ? <PublicLink url={main.url} /> : <HostName name={main.shown} />)}
      </span>
      <span className="ml-auto flex min-w-0 shrink-0 justify-end">
        {step ? (
          <Link
            to={step.to}
            title={step.words}
            className="border-ink bg-ink text-paper block max-w-[13rem] truncate border px-2 py-1 text-[0.93rem] font-medium no-underline hover:opacity-90 sm:max-w-[16rem] sm:px-3 sm:text-base"
          >
            {step.words}
          </Link>
        ) : (
          <span className="text-soft truncate">Nothing to publish</span>
        )}
      </span>
      <Told siteId={site.id} />
    </>
  );
}
