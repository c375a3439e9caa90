import { useMutation } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { Problem } from '../../common/api/problem';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted, CopyButton } from '../../common/ui/Words';
import { ROLES, type Asked, type Role } from './people';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

/** People are asked by mail; what came of the list is told. */
export function InvitePeople({
  of,
  ask,
}: {
  of: string;
  ask: (form: { emails: string; role: Role; words: string }) => Promise<Asked>;
}) {
  const id = useId();
  const [form, setForm] = useState<{ emails: string; role: Role; words: string }>({
    emails: '',
    role: 'EDITOR',
    words: '',
  });
  const invite = useMutation({
    mutationFn: () => ask(form),
    onSuccess: () => {
      setForm({ ...form, emails: '', words: '' });
    },
  });
  const problem = invite.error instanceof Problem ? invite.error : undefined;
  const wrong = useFirstWrong(invite.error);
  return (
    <form
      ref={wrong}
      className="mt-6"
      onSubmit={(e) => {
        e.preventDefault();
        invite.mutate();
      }}
    >
      <h3 className="mb-1 text-[1.05rem]">Invite people to {of}</h3>
      <label htmlFor={id} className="mb-1 block font-medium">
        E-mail, or several
      </label>
      <textarea
        id={id}
        rows={2}
        required
        value={form.emails}
        aria-describedby={`${id}-about`}
        className="border-ink bg-paper w-full border px-2 py-1.5"
        onChange={(e) => {
          setForm({ ...form, emails: e.target.value });
        }}
      />
      <p id={`${id}-about`} className="mb-3 text-[0.93rem]">
        {problem?.field('emails') && <span className="text-magenta">{problem.field('emails')} </span>}
        <span className="text-soft">Paste a list as it is: names, commas and repeats are cleaned up.</span>
      </p>
      <fieldset className="mb-3">
        <legend className="mb-1 font-medium">What they may do</legend>
        {ROLES.map(([role, name, may]) => (
          <div key={role} className="flex items-baseline gap-2 py-0.5">
            <input
              id={`${id}-${role}`}
              type="radio"
              name={`${id}-role`}
              checked={form.role === role}
              onChange={() => {
                setForm({ ...form, role });
              }}
            />
            <label htmlFor={`${id}-${role}`}>
              <strong className="font-medium">{name}</strong> <span className="text-soft">{may}</span>
            </label>
          </div>
        ))}
      </fieldset>
      <Field
        label="A few words to them (optional)"
        value={form.words}
        maxLength={500}
        onChange={(e) => {
          setForm({ ...form, words: e.target.value });
        }}
      />
      {problem?.body.violations ? null : <Trouble error={invite.error} />}
      {invite.data && <Came asked={invite.data} />}
      <Button kind="primary" type="submit" busy={invite.isPending}>
        Invite
      </Button>
    </form>
  );
}

function Came({ asked }: { asked: Asked }) {
  return (
    <Notice kind={asked.invited.length > 0 ? 'good' : 'fact'}>
      {asked.invited.length > 0 && (
        <p>
          {asked.links.length > 0 ? 'Invited' : 'Mailed'}: {asked.invited.join(', ')}. The link works for two
          weeks.
        </p>
      )}
      {asked.there.length > 0 && <p>There already: {asked.there.join(', ')}.</p>}
      {asked.repeated > 0 && <p>{counted(asked.repeated, 'repeat')} left out.</p>}
      {asked.unread.length > 0 && <p>No e-mail, left out: {asked.unread.join(', ')}.</p>}
      {asked.links.length > 0 && (
        <>
          <p>This harbor sends no mail. Pass the links on yourself:</p>
          <ul>
            {asked.links.map((link) => (
              <li key={link} className="mono [overflow-wrap:anywhere]">
                {link} <CopyButton text={link} what="the invitation" />
              </li>
            ))}
          </ul>
        </>
      )}
    </Notice>
  );
}
