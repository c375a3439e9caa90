import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { formFields } from '../../common/ui/formFields';
import { Trouble } from '../../common/ui/Notice';

const BLANK = { present: '', password: '' };

/** One's own password. */
export function ChangePassword() {
  const [form, setForm] = useState(BLANK);
  const change = useMutation({
    mutationFn: () => dataOf(api.PUT('/api/password', { body: form })),
    onSuccess: async () => {
      setForm(BLANK);
      await queries.invalidateQueries({ queryKey: ['access'] });
      toast('The password is changed, and all other sessions are ended');
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
      <h2 className="mb-2 text-lg">Password</h2>
      <Field label="Present password" type="password" autoComplete="current-password" {...field('present')} />
      <Field
        label="New password"
        type="password"
        autoComplete="new-password"
        hint={<p className="text-soft">At least 10 characters, and not easily guessed.</p>}
        {...field('password')}
      />
      {problem?.body.violations ? null : <Trouble error={change.error} />}
      <Button type="submit" busy={change.isPending}>
        Change password
      </Button>
    </form>
  );
}
