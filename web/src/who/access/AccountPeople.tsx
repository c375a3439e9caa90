import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { useSession } from '../../common/api/session';
import { useSites } from '../../common/api/sites';
import { LinkButton } from '../../common/ui/Button';
import { Dialog } from '../../common/ui/Dialog';
import { DialogActions } from '../../common/ui/DialogActions';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { InvitePeople } from './InvitePeople';
import { roleName, ROLES, useAccountPeople, type PersonView, type Role } from './people';

const refresh = () => queries.invalidateQueries({ queryKey: ['people'] });

/** Everyone of the account: what they are at all sites, and at which single ones. */
export function AccountPeople() {
  const session = useSession();
  const own = session.data?.role ?? null;
  const people = useAccountPeople(own !== null);
  const [leaving, setLeaving] = useState<PersonView>();
  const remove = useMutation({
    mutationFn: (id: string) => dataOf(api.DELETE('/api/people/{id}', { params: { path: { id } } })),
    onSuccess: async () => {
      await refresh();
      setLeaving(undefined);
      toast('Removed. Their sessions and tokens are ended.');
    },
  });
  const again = useMutation({
    mutationFn: (id: string) =>
      dataOf(api.POST('/api/people/invitations/{id}/reminder', { params: { path: { id } } })),
    onSuccess: async () => {
      await refresh();
      toast('Mailed again, with a new link');
    },
  });
  const takeBack = useMutation({
    mutationFn: (id: string) =>
      dataOf(api.DELETE('/api/people/invitations/{id}', { params: { path: { id } } })),
    onSuccess: async () => {
      await refresh();
      toast('Withdrawn: the link in the mail no longer works');
    },
  });
  if (own === null) return null;
  const mine = people.data?.mine ?? false;
  return (
    <section aria-labelledby="people">
      <h2 id="people" className="mb-2 text-lg">
        People of {session.data?.accountName}
      </h2>
      <Trouble error={people.error ?? again.error ?? takeBack.error} />
      <ul className="border-water border-t">
        {people.data?.people.map((person) => (
          <li key={person.id} className="border-water border-b py-2">
            <PersonRow
              person={person}
              mine={mine && person.id !== session.data?.personId}
              onRemove={() => {
                setLeaving(person);
              }}
            />
          </li>
        ))}
        {people.data?.invited.map((each) => (
          <li
            key={each.id}
            className="border-water flex flex-wrap items-baseline justify-between gap-x-3 border-b py-2"
          >
            <span className="min-w-0 [overflow-wrap:anywhere]">
              {each.email}{' '}
              <span className="text-soft">
                invited as {roleName(each.role).toLowerCase()}{' '}
                {each.siteId === null ? 'of all sites' : 'of one site'}, until{' '}
                <Time at={each.expiresAt} short />
              </span>
            </span>
            {mine && (
              <span className="flex gap-3">
                <LinkButton
                  onClick={() => {
                    if (!again.isPending) again.mutate(each.id);
                  }}
                >
                  Mail again
                </LinkButton>
                <LinkButton
                  onClick={() => {
                    if (!takeBack.isPending) takeBack.mutate(each.id);
                  }}
                >
                  Take back
                </LinkButton>
              </span>
            )}
          </li>
        ))}
      </ul>
      {mine && (
        <InvitePeople
          of="all sites"
          ask={async (body) => {
            const asked = await dataOf(api.POST('/api/people/invitations', { body }));
            await refresh();
            return asked;
          }}
        />
      )}
      <Dialog
        alarming
        open={leaving !== undefined}
        onOpenChange={() => {
          setLeaving(undefined);
        }}
        title={`Remove ${leaving?.name ?? ''}?`}
      >
        <p className="mb-4">
          They see nothing of this account any more, at once, and their tokens for it open nothing. What they
          did keeps their name. All sites stay as they are.
        </p>
        <Trouble error={remove.error} />
        <DialogActions
          kind="alarm"
          busy={remove.isPending}
          onDo={() => {
            if (leaving) remove.mutate(leaving.id);
          }}
          leave="Cancel"
          onLeave={() => {
            setLeaving(undefined);
          }}
        >
          Remove {leaving?.name}
        </DialogActions>
      </Dialog>
    </section>
  );
}

function PersonRow({ person, mine, onRemove }: { person: PersonView; mine: boolean; onRemove: () => void }) {
  const sites = useSites();
  const change = useMutation({
    mutationFn: (role: Role | null) =>
      dataOf(api.PUT('/api/people/{id}', { params: { path: { id: person.id } }, body: { role } })),
    onSuccess: refresh,
  });
  const single = Object.entries(person.sites)
    .map(([id, role]) => {
      const title = sites.data?.find((lane) => lane.site.id === id)?.site.title;
      return title === undefined ? undefined : `${roleName(role)} of ${title}`;
    })
    .filter((words) => words !== undefined);
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-x-3 gap-y-1">
        <span className="min-w-0">
          <strong className="font-medium">{person.name}</strong>{' '}
          <span className="text-soft [overflow-wrap:anywhere]">{person.email}</span>
        </span>
        {mine ? (
          <span className="flex items-baseline gap-3">
            <select
              aria-label={`What ${person.name} may do at all sites`}
              value={person.role ?? ''}
              className="border-ink bg-paper border px-2 py-0.5"
              onChange={(e) => {
                change.mutate(e.target.value === '' ? null : (e.target.value as Role));
              }}
            >
              {ROLES.map(([each, name]) => (
                <option key={each} value={each}>
                  {name} of all sites
                </option>
              ))}
              <option value="">Single sites only</option>
            </select>
            <LinkButton aria-label={`Remove ${person.name} from the account`} onClick={onRemove}>
              Remove
            </LinkButton>
          </span>
        ) : (
          <span>{person.role === null ? 'Single sites' : `${roleName(person.role)} of all sites`}</span>
        )}
      </div>
      {single.length > 0 && <p className="text-soft">{single.join(' · ')}</p>}
      <Trouble error={change.error} />
    </>
  );
}
