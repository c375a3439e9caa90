import { Link, useMatch } from 'react-router';
import { useHarborNow } from '../../common/clock/harborClock';
import { useOwnsAccount } from '../../who/access/May';
import { ButtonLink } from '../../common/ui/ButtonLink';
import { usePractice } from '../../common/api/practice';
import { useSite } from '../../common/api/sites';
import { shown } from '../../common/clock/time';
import { MastMenu } from './MastMenu';
import { SiteMast } from './SiteMast';
import { SiteSwitcher } from './SiteSwitcher';

/** One line at the top of every screen: the mark, which site, what it needs next, and one menu for all else. */
export function Mast() {
  const siteId = useMatch('/sites/:siteId/*')?.params.siteId ?? '';
  const site = useSite(siteId, siteId !== '').data;
  return (
    <header className="border-ink flex h-[3.07rem] items-center gap-x-2 border-b-2 px-3 sm:gap-x-3 sm:px-4">
      <Link to="/" className="shrink-0" aria-label="Even Harbor: all sites" title="All sites  a">
        <Mark />
      </Link>
      <SiteSwitcher site={site} />
      {site ? <SiteMast site={site} /> : <AccountStep />}
      <PracticeTime />
      <MastMenu site={site} />
    </header>
  );
}

/** Where no site is open, the next step is another one. */
function AccountStep() {
  const owner = useOwnsAccount();
  const here = useMatch('/');
  return (
    <span className="ml-auto">
      {owner && here && (
        <ButtonLink to="/new" kind="primary">
          New site
        </ButtonLink>
      )}
    </span>
  );
}

/** Where the harbor's clock has been moved, its time is said on every screen. */
function PracticeTime() {
  const practice = usePractice();
  const now = useHarborNow();
  if (!practice.data || Math.abs(practice.data.offsetSeconds) < 60) return null;
  return (
    <Link
      to="/practice"
      className="text-soft border-water hidden border-l pl-3 text-[0.93rem] whitespace-nowrap md:block"
    >
      <span className="sr-only xl:not-sr-only">practice clock: </span>
      {shown(now, 'd MMM, HH:mm')}
    </Link>
  );
}

function Mark() {
  return (
    <svg viewBox="0 0 32 32" className="size-7" aria-hidden>
      <path d="M0 0h32v32H0z" className="fill-ink" />
      <path d="M4 22c4-3 8-3 12 0s8 3 12 0v6H4z" className="fill-water" />
      <path d="M4 6h9v11c0 2-2 3-4 3H4z" fill="#F2E7CB" />
      <path d="M28 6h-9v8c0 2 2 3 4 3h5z" className="fill-paper" />
    </svg>
  );
}
