import { useMutation } from '@tanstack/react-query';
import { Bell as BellIcon, CircleHelp, Moon, Search, Sun } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, dataOf } from '../api/client';
import { queries, useNotices, usePractice, useSession } from '../api/queries';
import { useHarborNow } from '../api/harborClock';
import { useTheme } from './theme';
import { shown } from './time';

/** One line at the top: the mark, All sites, what belongs to the screen, and the person's own things. */
export function Mast({ children }: { children?: ReactNode }) {
  const [theme, setTheme] = useTheme();
  const session = useSession();
  const other = theme === 'night' ? 'light' : 'night';
  const tool = 'p-1.5 hover:bg-shoal';
  return (
    <header className="border-ink flex flex-wrap items-center gap-x-4 gap-y-1 border-b-2 px-4 py-1.5">
      <Link to="/" className="flex items-center gap-2 no-underline" aria-label="Even Harbor: all sites">
        <Mark />
        <span className="font-head text-[1.05rem] font-bold whitespace-nowrap">All sites</span>
      </Link>
      {children}
      <PracticeTime />
      <div className="ml-auto flex items-center">
        {session.data?.role != null && (
          <>
            <Link to="/domains" className="hover:bg-shoal px-1.5 py-1 font-medium no-underline">
              Domains
            </Link>
            <Link to="/hosts" className="hover:bg-shoal px-1.5 py-1 font-medium no-underline">
              Hosts
            </Link>
          </>
        )}
        <Bell />
        <button
          type="button"
          className={tool}
          aria-label="Find"
          title="Find  /"
          onClick={() => window.dispatchEvent(new Event('harbor-find'))}
        >
          <Search size={17} aria-hidden />
        </button>
        <button
          type="button"
          className={tool}
          aria-label="Shortcuts"
          title="Shortcuts  ?"
          onClick={() => window.dispatchEvent(new KeyboardEvent('keydown', { key: '?', bubbles: true }))}
        >
          <CircleHelp size={17} aria-hidden />
        </button>
        <button
          type="button"
          className={tool}
          aria-label={other === 'night' ? 'Use night colours' : 'Use light colours'}
          title={other === 'night' ? 'Night colours' : 'Light colours'}
          onClick={() => {
            setTheme(other);
          }}
        >
          {other === 'night' ? <Moon size={17} aria-hidden /> : <Sun size={17} aria-hidden />}
        </button>
        <PersonMenu />
      </div>
    </header>
  );
}

/** How much one was told and has not seen yet. */
function Bell() {
  const notices = useNotices();
  const unread = notices.data?.unread ?? 0;
  return (
    <Link
      to="/notices"
      className="hover:bg-shoal flex items-center gap-1 p-1.5 no-underline"
      aria-label={unread === 0 ? 'Notices' : `Notices, ${String(unread)} new`}
      title="Notices"
    >
      <BellIcon size={17} aria-hidden />
      {unread > 0 && <span className="text-magenta font-medium">{unread}</span>}
    </Link>
  );
}

/** Where the harbor's clock has been moved, its time is said on every screen. */
function PracticeTime() {
  const practice = usePractice();
  const now = useHarborNow();
  if (!practice.data || Math.abs(practice.data.offsetSeconds) < 60) return null;
  return (
    <Link to="/practice" className="text-soft border-water border-l pl-3 text-[0.93rem]">
      practice clock: {shown(now, 'd MMM, HH:mm')}
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

function PersonMenu() {
  const session = useSession();
  const navigate = useNavigate();
  const signOut = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/session')),
    onSettled: () => {
      queries.clear();
      void navigate('/sign-in');
    },
  });
  const change = useMutation({
    mutationFn: (accountId: string) => dataOf(api.PUT('/api/session/account', { body: { accountId } })),
    onSuccess: async () => {
      await navigate('/');
      await queries.resetQueries();
    },
  });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="hover:bg-shoal max-w-36 truncate px-1.5 py-1">
        {session.data?.name}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="border-ink bg-paper text-ink z-50 min-w-56 border-2 py-1"
        >
          <DropdownMenu.Label className="text-soft px-3 py-1">
            {session.data?.email}
            <br />
            {session.data?.accountName}
          </DropdownMenu.Label>
          {session.data?.accounts
            .filter((account) => account.id !== session.data.accountId)
            .map((account) => (
              <DropdownMenu.Item
                key={account.id}
                className="data-[highlighted]:bg-shoal cursor-pointer px-3 py-1.5 outline-none"
                onSelect={() => {
                  change.mutate(account.id);
                }}
              >
                Go to {account.name}
              </DropdownMenu.Item>
            ))}
          <DropdownMenu.Item
            className="data-[highlighted]:bg-shoal cursor-pointer px-3 py-1.5 outline-none"
            onSelect={() => {
              void navigate('/account');
            }}
          >
            Your account
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className="data-[highlighted]:bg-shoal cursor-pointer px-3 py-1.5 outline-none"
            onSelect={() => {
              void navigate('/practice');
            }}
          >
            Practice harbor
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className="data-[highlighted]:bg-shoal cursor-pointer px-3 py-1.5 outline-none"
            onSelect={() => {
              signOut.mutate();
            }}
          >
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
