import { useMutation } from '@tanstack/react-query';
import { Menu as MenuIcon } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useNavigate } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { usePractice } from '../../common/api/practice';
import { queries } from '../../common/api/queries';
import { useNotices, useSession } from '../../common/api/session';
import { copy } from '../../common/ui/copy';
import { Menu, MenuItem, MenuLine, MenuLink } from '../../common/ui/Menu';
import { useTheme } from '../../common/ui/theme';
import { useLiveSwitch } from '../../harbor/publish/useLiveSwitch';
import type { SiteView } from '../../what/site/thisSite';

/** Everything that is not the next step: of the site that is open, of the account, of the person. */
export function MastMenu({ site }: { site: SiteView | undefined }) {
  const navigate = useNavigate();
  const session = useSession();
  const practice = usePractice();
  const unread = useNotices().data?.unread ?? 0;
  const [theme, setTheme] = useTheme();
  const live = useLiveSwitch(site);
  const other = theme === 'night' ? 'light' : 'night';
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
  const main = site?.addresses[0];
  return (
    <>
      <Menu
        align="end"
        trigger={
          <DropdownMenu.Trigger
            className="hover:bg-shoal flex shrink-0 items-center gap-1.5 px-1.5 py-1"
            aria-label={unread === 0 ? 'Menu' : `Menu, ${String(unread)} new`}
          >
            <MenuIcon size={19} aria-hidden />
            <span className="hidden lg:inline" aria-hidden>
              Menu
            </span>
            {unread > 0 && (
              <span className="text-magenta font-semibold" aria-hidden>
                {unread}
              </span>
            )}
          </DropdownMenu.Trigger>
        }
      >
        {site && main && (
          <div className="lg:hidden">
            {site.live && (
              <MenuItem onSelect={() => window.open(main.url, '_blank', 'noreferrer')}>
                Open <span className="mono">{main.shown}</span>
              </MenuItem>
            )}
            <MenuItem onSelect={() => void copy(main.url, 'Link')}>Copy the link</MenuItem>
          </div>
        )}
        {live.words !== null && <MenuItem onSelect={live.ask}>{live.words}</MenuItem>}
        {site && <MenuLine />}
        <MenuItem keys="/" onSelect={() => window.dispatchEvent(new Event('harbor-find'))}>
          Find
        </MenuItem>
        <MenuLink to="/notices">
          Notices
          {unread > 0 && <span className="text-magenta ml-1.5 font-semibold">{unread} new</span>}
        </MenuLink>
        <MenuLine />
        {session.data?.role != null && (
          <>
            <MenuLink keys="d" to="/domains">
              Domains
            </MenuLink>
            <MenuLink to="/hosts">Hosts</MenuLink>
          </>
        )}
        <MenuLink to="/account">Your account</MenuLink>
        {session.data?.accounts
          .filter((account) => account.id !== session.data.accountId)
          .map((account) => (
            <MenuItem
              key={account.id}
              onSelect={() => {
                change.mutate(account.id);
              }}
            >
              Go to {account.name}
            </MenuItem>
          ))}
        {session.data?.operator && <MenuLink to="/state">State of the harbor</MenuLink>}
        {practice.data && <MenuLink to="/practice">Practice harbor</MenuLink>}
        <MenuLine />
        <MenuItem
          onSelect={() => {
            setTheme(other);
          }}
        >
          {other === 'night' ? 'Use night colours' : 'Use light colours'}
        </MenuItem>
        <MenuItem
          keys="?"
          onSelect={() => window.dispatchEvent(new KeyboardEvent('keydown', { key: '?', bubbles: true }))}
        >
          Keys
        </MenuItem>
        <MenuLine />
        <DropdownMenu.Label className="text-soft max-w-72 px-3 py-1 text-[0.93rem] [overflow-wrap:anywhere]">
          {session.data?.name} · {session.data?.email}
          <br />
          {session.data?.accountName}
        </DropdownMenu.Label>
        <MenuItem
          onSelect={() => {
            signOut.mutate();
          }}
        >
          Sign out
        </MenuItem>
      </Menu>
      {live.dialog}
    </>
  );
}
