import { Link, NavLink, Outlet, useParams } from 'react-router';
import { Mast } from '../common/ui/Mast';
import { useSite } from '../common/api/queries';
import { stepsOf } from '../what/site/nextSteps';
import { LiveSwitch } from '../harbor/publish/LiveSwitch';
import { Flag } from '../common/ui/Flag';
import { Loading, Trouble } from '../common/ui/Notice';
import { Told } from '../who/activity/Told';
import { Others } from '../who/presence/Others';
import { HostName, PublicLink } from '../common/ui/Words';
import type { SiteView } from '../what/site/thisSite';

const QUESTIONS: [string, string, string][] = [
  ['where', 'Where', 'w'],
  ['what', 'What', 't'],
  ['when', 'When', 'n'],
  ['who', 'Who', 'o'],
];

export function SiteFrame() {
  const { siteId = '' } = useParams();
  const site = useSite(siteId);
  return (
    <>
      <Mast>{site.data && <SiteMast site={site.data} />}</Mast>
      {site.isPending && <Loading />}
      {site.error && (
        <main className="max-w-prose p-6">
          <Trouble error={site.error} />
          <Link to="/">All sites</Link>
        </main>
      )}
      {site.data && (
        <>
          <nav aria-label="Questions" className="border-water flex gap-1 border-b px-4 pt-2">
            {QUESTIONS.map(([path, word, key]) => (
              <NavLink
                key={path}
                to={path}
                title={`${word}  ${key}`}
                className={({ isActive }) =>
                  `font-head -mb-px border px-4 py-1.5 text-[1.05rem] font-semibold no-underline ${isActive ? 'border-water border-b-paper bg-paper' : 'text-soft hover:bg-shoal hover:text-ink border-transparent'}`
                }
              >
                {word}
              </NavLink>
            ))}
          </nav>
          <main className="mx-auto max-w-[1500px] px-4 py-4">
            <Outlet context={site.data} />
          </main>
        </>
      )}
    </>
  );
}

function SiteMast({ site }: { site: SiteView }) {
  const main = site.addresses[0];
  const step = stepsOf(site)[0];
  return (
    <>
      <span className="border-water flex min-w-0 items-center gap-2 border-l pl-4">
        <Flag flag={site.flag} size={30} />
        <h1 className="max-w-[16rem] truncate text-[1.15rem]" title={site.title}>
          {site.title}
        </h1>
      </span>
      {main && (site.live ? <PublicLink url={main.url} /> : <HostName name={main.shown} />)}
      <LiveSwitch site={site} />
      {step ? (
        <Link
          to={step.to}
          title={step.words}
          className="border-ink bg-ink text-paper max-w-[15rem] truncate border px-3 py-1 font-medium whitespace-nowrap no-underline hover:opacity-90"
        >
          {step.words}
        </Link>
      ) : (
        <span className="text-soft">Nothing to publish</span>
      )}
      <Others siteId={site.id} />
      <Told siteId={site.id} />
    </>
  );
}
