import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, dataOf, tag, type Schemas } from '../common/api/client';
import { Problem } from '../common/api/problem';
import { queries, refreshSite, usePeople, useSession } from '../common/api/queries';
import { useThisSite } from '../what/site/thisSite';
import { Button } from '../common/ui/Button';
import { Check } from '../common/ui/Check';
import { Dialog } from '../common/ui/Dialog';
import { DialogActions } from '../common/ui/DialogActions';
import { Field } from '../common/ui/Field';
import { Trouble } from '../common/ui/Notice';
import { Panes } from '../common/ui/Panes';
import { AudienceParts } from '../harbor/audience/AudienceParts';

const NOBODY = { name: '', email: '', password: '' };

export function Who() {
  const people = usePeople();
  const session = useSession();
  const [leaving, setLeaving] = useState<Schemas['PersonView']>();
  const remove = useMutation({
    mutationFn: (id: string) => dataOf(api.DELETE('/api/people/{id}', { params: { path: { id } } })),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['people'] });
      setLeaving(undefined);
      toast('Removed. Their sessions and tokens are ended.');
    },
  });
  return (
    <Panes
      label="Visitors and people"
      ledger={
        <>
          <Visitors />
          <h2 className="mt-6 mb-2 text-lg">People who look after it</h2>
          <Trouble error={people.error} />
          <Dialog
            alarming
            open={leaving !== undefined}
            onOpenChange={() => {
              setLeaving(undefined);
            }}
            title={`Remove ${leaving?.name ?? ''}?`}
          >
            <p className="mb-4">
              They are signed out at once, and their tokens open nothing any more. What they did keeps their
              name. All sites stay as they are.
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
          <ul className="border-water border-t">
            {people.data?.map((person) => (
              <li key={person.id} className="border-water flex justify-between gap-3 border-b px-2 py-2">
                <span className="min-w-0">
                  <strong className="font-medium">{person.name}</strong>{' '}
                  <span className="text-soft [overflow-wrap:anywhere]">{person.email}</span>
                </span>
                {person.id !== session.data?.personId && (
                  <Button
                    busy={remove.isPending}
                    aria-label={`Remove ${person.name} from the account`}
                    onClick={() => {
                      setLeaving(person);
                    }}
                  >
                    Remove
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </>
      }
      sheet={<AddPerson />}
    />
  );
}

function Visitors() {
  const site = useThisSite();
  const change = useMutation({
    mutationFn: (listed: boolean) =>
      dataOf(
        api.PUT('/api/sites/{siteId}', {
          params: { path: { siteId: site.id }, header: { 'If-Match': tag(site.revision) } },
          body: { title: site.title, listed, pinned: site.pinned },
        }),
      ),
    onSuccess: () => refreshSite(site.id),
  });
  return (
    <>
      <h2 className="mb-2 text-lg">Visitors</h2>
      {!site.live && <p className="mb-2">Nobody yet: the site is not live. Once it is:</p>}
      <AudienceParts site={site} />
      <h3 className="mt-4 mb-1">Search engines</h3>
      <Check
        checked={site.listed}
        disabled={change.isPending}
        onChange={(listed) => {
          change.mutate(listed);
        }}
      >
        Search engines may list it
      </Check>
      <Trouble error={change.error} />
    </>
  );
}

function AddPerson() {
  const [form, setForm] = useState(NOBODY);
  const add = useMutation({
    mutationFn: () => dataOf(api.POST('/api/people', { body: form })),
    onSuccess: async (person) => {
      await queries.invalidateQueries({ queryKey: ['people'] });
      setForm(NOBODY);
      toast(`${person.name} can sign in now`);
    },
  });
  const problem = add.error instanceof Problem ? add.error : undefined;
  const field = (name: keyof typeof NOBODY) => ({
    required: true,
    value: form[name],
    problem: problem?.field(name),
    onChange: (e: { target: { value: string } }) => {
      setForm({ ...form, [name]: e.target.value });
    },
  });
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      <h2 className="mb-1 text-lg">Add a person</h2>
      <p className="mb-3 max-w-prose">
        They will see and change all sites of this account. Give them the temporary password yourself.
      </p>
      <Field label="Name" {...field('name')} />
      <Field label="E-mail" type="email" autoComplete="off" {...field('email')} />
      <Field label="Temporary password" type="password" autoComplete="new-password" {...field('password')} />
      {problem?.body.violations ? null : <Trouble error={add.error} />}
      <Button kind="primary" type="submit" busy={add.isPending}>
        Add this person
      </Button>
    </form>
  );
}
