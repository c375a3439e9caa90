import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { formFields } from '../../common/ui/formFields';
import { Trouble } from '../../common/ui/Notice';
import { Doorway } from './Doorway';

export function OpenAccount() {
  const navigate = useNavigate();
  const [form, setForm] = useState({ accountName: '', name: '', email: '', password: '', invitation: '' });
  const open = useMutation({
    mutationFn: async () => {
      const { accountName, invitation, ...person } = form;
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      return dataOf(api.POST('/api/accounts', { body: { accountName, person, invitation } }));
    },
    onSuccess: async () => {
      await queries.invalidateQueries();
      await navigate('/', { replace: true });
    },
  });
  const signUp = useQuery({
    queryKey: ['sign-up'],
    queryFn: () => dataOf(api.GET('/api/sign-up')),
  });
  const invited = signUp.data?.signUp === 'INVITATION';
  if (signUp.data?.signUp === 'CLOSED') {
    return (
      <Doorway title="No new accounts">
        <p>
          No new accounts are opened on this harbor. Ask its operator, or <Link to="/sign-in">sign in</Link>.
        </p>
      </Doorway>
    );
  }
  const problem = open.error instanceof Problem ? open.error : undefined;
  const field = formFields(form, setForm, problem);
  return (
    <Doorway title="Open an account">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          open.mutate();
        }}
      >
        {invited && <Field label="Invitation" className="mono" {...field('invitation')} />}
        <Field label="Account name" {...field('accountName')} />
        <Field label="Your name" autoComplete="name" {...field('name')} />
        <Field label="E-mail" type="email" autoComplete="username" {...field('email')} />
        <Field
          label="Password"
          type="password"
          autoComplete="new-password"
          hint={
            <p className="text-soft">
              At least 10 characters, and not easily guessed. A few words are easier to keep than signs.
            </p>
          }
          {...field('password')}
        />
        {problem?.body.violations ? null : <Trouble error={open.error} />}
        <Button kind="primary" type="submit" busy={open.isPending}>
          Open the account
        </Button>
      </form>
      <p className="mt-4">
        Here before? <Link to="/sign-in">Sign in</Link>.
      </p>
    </Doorway>
  );
}
