import { useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';

export type Role = Schemas['SiteRoleForm']['role'];
export type PersonView = Schemas['PersonView'];
export type Asked = Schemas['Asked'];

/** What each role may do, the least first. */
export const ROLES: [role: Role, name: string, may: string][] = [
  ['REVIEWER', 'Reviewer', 'sees everything and comments on pages'],
  ['EDITOR', 'Editor', 'changes pages and asks for a review; does not publish'],
  ['PUBLISHER', 'Publisher', 'publishes, plans, takes down and puts back'],
  ['OWNER', 'Owner', 'everything: addresses, hosts, visitors and people too'],
];

export const roleName = (role: Role) => ROLES.find(([each]) => each === role)?.[1] ?? role;

const RANK = ROLES.map(([role]) => role);

/** Whether a role may all that another may. */
export const atLeast = (role: Role, needed: Role) => RANK.indexOf(role) >= RANK.indexOf(needed);

/** What someone is at a site: the role with more rights, of all sites and of this one. */
export function roleAt(person: PersonView, siteId: string): Role | undefined {
  const both = [person.role, person.sites[siteId]].filter((role) => role !== undefined && role !== null);
  return both.sort((a, b) => RANK.indexOf(b) - RANK.indexOf(a))[0];
}

/** Who looks after one site. */
export const useSitePeople = (siteId: string, enabled = true) =>
  useQuery({
    queryKey: keys.part(siteId, 'people'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/people', { params: { path: { siteId } } })),
    enabled,
  });

/** Who belongs to the account. */
export const useAccountPeople = (enabled: boolean) =>
  useQuery({ queryKey: ['people'], queryFn: () => dataOf(api.GET('/api/people')), enabled });
