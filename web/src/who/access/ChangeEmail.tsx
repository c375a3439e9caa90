import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { useSession } from '../../common/api/session';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { formFields } from '../../common/ui/formFields';
import { Notice, Trouble } from '../../common/ui/Notice';

/** One's own e-mail, changed once the new one is confirmed. */
export function ChangeEmail() {
  const session = useSession();
  const [form, setForm] = useState({ email: '', password: '' });
  const change = useMutation({
    mutationFn: () => dataOf(api.POST('/api/email', { body: form })),
    onSuccess: () => {
      setForm({ email: '', password: '' });
    },
  });
  const problem = change.error instanceof Problem ? change.error : undefined;
  const field = formFields(form, setForm, problem);
  return (
    <form
      className="max-w-sm"
      onSubmit={(e) => {
        e.preventDefault();
        change.mutate();
      }}
    >
      <h2 className="mb-1 text-lg">E-mail</h2>
      <p className="mb-2">
        You sign in with <span className="mono [overflow-wrap:anywhere]">{session.data?.email}</span>.
      </p>
      <Field label="New e-mail" type="email" autoComplete="email" {...field('email')} />
      <Field label="Your password" type="password" autoComplete="current-password" {...field('password')} />
      {problem?.body.violations ? null : <Trouble error={change.error} />}
      {change.isSuccess && (
        <Notice kind="good">
          Mailed, unless someone signs in with it already. Open the link in that mail in this browser: until
          then nothing is changed.
        </Notice>
      )}
      <Button type="submit" busy={change.isPending}>
        Change the e-mail
      </Button>
    </form>
  );
}
