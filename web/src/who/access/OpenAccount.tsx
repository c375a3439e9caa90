import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { useServerForm } from '../../common/ui/useServerForm';
import { Doorway } from './Doorway';
import { NewPassword } from './NewPassword';

export function OpenAccount() {
  const navigate = useNavigate();
  const form = useServerForm({
    begin: { invitation: '', accountName: '', name: '', email: '', password: '' },
    send: async ({ accountName, invitation, ...person }) => {
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      return dataOf(api.POST('/api/accounts', { body: { accountName, person, invitation } }));
    },
    onDone: async () => {
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
  return (
    <Doorway title="Open an account">
      <form onSubmit={form.onSubmit}>
        {invited && <Field label="Invitation" className="mono" required {...form.field('invitation')} />}
        <Field label="Account name" required {...form.field('accountName')} />
        <Field label="Your name" autoComplete="name" required {...form.field('name')} />
        <Field label="E-mail" type="email" autoComplete="username" required {...form.field('email')} />
        <NewPassword {...form.field('password')} />
        {form.trouble}
        <Button kind="primary" type="submit" busy={form.busy}>
          Open the account
        </Button>
      </form>
      <p className="mt-4">
        Here before? <Link to="/sign-in">Sign in</Link>.
      </p>
    </Doorway>
  );
}
