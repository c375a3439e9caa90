import { Link, NavLink, Outlet, useParams } from 'react-router';
import { useSite } from '../common/api/sites';
import { Loading } from '../common/ui/Notice';
import { Trouble } from '../common/ui/Trouble';
import { Others } from '../who/presence/Others';

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
      {site.isPending && <Loading />}
      {site.error && (
        <main className="max-w-prose p-6">
          <Trouble error={site.error} />
          <Link to="/">All sites</Link>
        </main>
      )}
      {site.data && (
        <>
          <nav aria-label="Questions" className="border-water flex flex-wrap gap-1 border-b px-4 pt-2">
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
            <Others siteId={site.data.id} />
          </nav>
          <main className="mx-auto max-w-[1500px] px-4 py-4">
            <Outlet context={site.data} />
          </main>
        </>
      )}
    </>
  );
}
