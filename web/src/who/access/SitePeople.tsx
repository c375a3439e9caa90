import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { useSession } from '../../common/api/session';
import { LinkButton } from '../../common/ui/Button';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { DoneByPerson } from './DoneByPerson';
import { InvitePeople } from './InvitePeople';
import { roleAt, roleName, ROLES, useSitePeople, type PersonView, type Role } from './people';

type Site = Pick<Schemas['SiteView'], 'id' | 'title'>;

/** Who looks after a site, in which role, and inviting more. */
export function SitePeople({ site }: { site: Site }) {
  const people = useSitePeople(site.id);
  const [shown, setShown] = useState<string>();
  const takeBack = useMutation({
    mutationFn: (invitationId: string) =>
      dataOf(
        api.DELETE('/api/sites/{siteId}/people/invitations/{invitationId}', {
          params: { path: { siteId: site.id, invitationId } },
        }),
      ),
    onSuccess: async () => {
      await refreshSite(site.id);
      toast('Withdrawn: the link in the mail no longer works');
    },
  });
  return (
    <>
      <h2 className="mb-2 text-lg">People who look after it</h2>
      <Trouble error={people.error ?? takeBack.error} />
      {people.isPending && <Loading />}
      <ul className="border-water border-t">
        {people.data?.people.map((person) => (
          <li key={person.id} className="border-water border-b px-1 py-2">
            <Row site={site} person={person} mine={people.data.mine} />
            <LinkButton
              aria-expanded={shown === person.id}
              onClick={() => {
                setShown(shown === person.id ? undefined : person.id);
              }}
            >
              What they did
            </LinkButton>
            {shown === person.id && <DoneByPerson siteId={site.id} name={person.name} />}
          </li>
        ))}
        {people.data?.invited.map((each) => (
          <li
            key={each.id}
            className="border-water flex flex-wrap items-baseline justify-between gap-x-3 border-b px-1 py-2"
          >
            <span className="min-w-0 [overflow-wrap:anywhere]">
              {each.email}{' '}
              <span className="text-soft">
                invited as {roleName(each.role).toLowerCase()} by {each.invitedBy}, until{' '}
                <Time at={each.expiresAt} short />
              </span>
            </span>
            {each.siteId !== null && (
              <LinkButton
                onClick={() => {
                  if (!takeBack.isPending) takeBack.mutate(each.id);
                }}
              >
                Take back
              </LinkButton>
            )}
          </li>
        ))}
      </ul>
      {people.data?.mine && (
        <InvitePeople
          of={site.title}
          ask={async (body) => {
            const asked = await dataOf(
              api.POST('/api/sites/{siteId}/people/invitations', {
                params: { path: { siteId: site.id } },
                body,
              }),
            );
            await refreshSite(site.id);
            return asked;
          }}
        />
      )}
    </>
  );
}

function Row({ site, person, mine }: { site: Site; person: PersonView; mine: boolean }) {
  const session = useSession();
  const at = { params: { path: { siteId: site.id, id: person.id } } };
  const role = roleAt(person, site.id);
  const change = useMutation({
    mutationFn: async (next: Role | '') => {
      if (next === '') await dataOf(api.DELETE('/api/sites/{siteId}/people/{id}', at));
      else await dataOf(api.PUT('/api/sites/{siteId}/people/{id}', { ...at, body: { role: next } }));
    },
    onSuccess: async (_, next) => {
      await refreshSite(site.id);
      toast(next === '' ? `${person.name} no longer looks after it` : `${person.name}: ${roleName(next)}`);
    },
  });
  const everywhere = person.role !== null && person.sites[site.id] === undefined;
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-3 gap-y-1">
      <span className="min-w-0">
        <strong className="font-medium">{person.name}</strong>{' '}
        <span className="text-soft [overflow-wrap:anywhere]">
          {person.email}
          {person.id === session.data?.personId && ' (you)'}
        </span>
      </span>
      {mine && !everywhere && person.id !== session.data?.personId ? (
        <select
          aria-label={`What ${person.name} may do here`}
          value={role}
          className="border-ink bg-paper border px-2 py-0.5"
          onChange={(e) => {
            change.mutate(e.target.value as Role | '');
          }}
        >
          {ROLES.map(([each, name]) => (
            <option key={each} value={each}>
              {name}
            </option>
          ))}
          <option value="">Remove from this site</option>
        </select>
      ) : (
        <span>
          {role && roleName(role)} <span className="text-soft">{everywhere && 'of all sites'}</span>
        </span>
      )}
      <Trouble error={change.error} />
    </div>
  );
}
