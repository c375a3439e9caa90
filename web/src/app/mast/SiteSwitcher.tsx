import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useSites } from '../../common/api/sites';
import { Flag } from '../../common/ui/Flag';
import { Menu, MenuLink } from '../../common/ui/Menu';
import { Pennant } from '../../common/ui/Pennant';
import { Shortened } from '../../common/ui/Words';
import { standingOf, type SiteView } from '../../what/site/thisSite';
import { useOwnsAccount } from '../../who/access/May';

/** Which site one is at, and the way to any other. */
export function SiteSwitcher({ site }: { site: SiteView | undefined }) {
  const sites = useSites();
  const owner = useOwnsAccount();
  return (
    <span className="min-w-0">
      <Menu
        align="start"
        trigger={
          <DropdownMenu.Trigger
            className="hover:bg-shoal flex max-w-full items-center gap-2 px-1 py-1 sm:px-1.5"
            title={site?.title ?? 'All sites'}
          >
            {site && <Flag flag={site.flag} size={26} />}
            {site ? (
              <h1 className="min-w-0 text-[1.1rem]">
                <Shortened text={site.title} />
              </h1>
            ) : (
              <span className="font-head text-[1.1rem] font-semibold whitespace-nowrap">All sites</span>
            )}
            <ChevronDown size={15} aria-hidden className="hidden shrink-0 sm:block" />
          </DropdownMenu.Trigger>
        }
      >
        <MenuLink to="/">All sites</MenuLink>
        {sites.data?.map((lane) => (
          <MenuLink key={lane.site.id} to={`/sites/${lane.site.id}`}>
            <span className="flex max-w-[22rem] items-center gap-2">
              <Flag flag={lane.site.flag} size={22} />
              <span className="mr-auto min-w-0 truncate pr-4">{lane.site.title}</span>
              <span className="text-soft">
                <Pennant state={standingOf(lane.site)} />
              </span>
            </span>
          </MenuLink>
        ))}
        {owner && <MenuLink to="/new">New site</MenuLink>}
      </Menu>
    </span>
  );
}
