import type { ReactNode } from 'react';
import { useSession } from '../../common/api/session';
import { atLeast, roleName, roleAt, useSitePeople, type Role } from './people';

/** What may be done with a site; the server's table of rights has the same words. */
export type Right = 'EDIT' | 'PUBLISH' | 'MANAGE';

const NEEDS: Record<Right, Role> = { EDIT: 'EDITOR', PUBLISH: 'PUBLISHER', MANAGE: 'OWNER' };

interface Site {
  id: string;
  role: Role;
}

/** Whether who is signed in may do something with a site. */
export const may = (site: Site, to: Right) => atLeast(site.role, NEEDS[to]);

/** What only some may do is not offered to the others. */
export function May({ site, to, children }: { site: Site; to: Right; children: ReactNode }) {
  return may(site, to) ? children : null;
}

/** Instead of what is not offered: what one is here, and who can. */
export function WhoMay({ site, to, what }: { site: Site; to: Right; what: string }) {
  const allowed = may(site, to);
  const people = useSitePeople(site.id, !allowed);
  if (allowed) return null;
  const can = (people.data?.people ?? [])
    .filter((person) => {
      const role = roleAt(person, site.id);
      return role !== undefined && atLeast(role, NEEDS[to]);
    })
    .map((person) => person.name);
  return (
    <p className="text-soft mb-3 max-w-prose">
      You are {article(site.role)} {roleName(site.role).toLowerCase()} of this site.{' '}
      {can.length > 0 && `${new Intl.ListFormat('en', { type: 'disjunction' }).format(can)} can ${what}.`}
    </p>
  );
}

const article = (role: Role) => (role === 'EDITOR' || role === 'OWNER' ? 'an' : 'a');

/** Whether who is signed in may change what belongs to the account: sites, domains, hosts, clean-up. */
export const useOwnsAccount = () => useSession().data?.role === 'OWNER';

/** What belongs to the account: to others it is there to be seen, and cannot be changed. */
export function OwnersOnly({ what, children }: { what: string; children: ReactNode }) {
  const owner = useOwnsAccount();
  return (
    <>
      {!owner && <p className="text-soft mb-3">Only an owner of this account can {what}.</p>}
      <fieldset disabled={!owner} className="contents">
        {children}
      </fieldset>
    </>
  );
}
