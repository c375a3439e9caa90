import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { useServerForm } from '../../common/ui/useServerForm';
import { Doorway } from './Doorway';
import { NewPassword } from './NewPassword';

/** A forgotten password: asks for the link. */
export function ForgottenPage() {
  const form = useServerForm({
    begin: { email: '' },
    send: async (body) => {
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      return dataOf(api.POST('/api/recovery', { body }));
    },
  });
  return (
    <Doorway title="Forgot your password?">
      <form onSubmit={form.onSubmit}>
        <Field label="E-mail" type="email" autoComplete="username" required {...form.field('email')} />
        {form.trouble}
        {form.done && (
          <Notice kind="good">
            If someone signs in with this e-mail, a mail with a link is on its way. Open it in this browser
            within 30 minutes.
          </Notice>
        )}
        <Button kind="primary" type="submit" busy={form.busy}>
          Mail me a link
        </Button>
      </form>
      <p className="mt-4">
        <Link to="/sign-in">Sign in</Link>
      </p>
    </Doorway>
  );
}

/** What the link opens: a new password. */
export function RecoveryPage() {
  const { code = '' } = useParams();
  const navigate = useNavigate();
  const at = { params: { path: { code } } };
  const recovery = useQuery({
    queryKey: ['recovery', code],
    queryFn: () => dataOf(api.GET('/api/recovery/{code}', at)),
    retry: false,
  });
  const form = useServerForm({
    begin: { password: '', code: '' },
    send: async ({ password, code: second }) => {
      await api.GET('/api/session');
      return dataOf(
        api.POST('/api/recovery/{code}', { ...at, body: { password, code: second === '' ? null : second } }),
      );
    },
    onDone: async () => {
      toast('The password is set, and all sessions are ended');
      await navigate('/sign-in', { replace: true });
    },
  });
  if (recovery.isPending) return <Loading />;
  if (!recovery.data) {
    return (
      <Doorway title="This link sets no password">
        <Trouble error={recovery.error} />
        <p className="mt-4">
          <Link to="/forgotten">Ask for a new link</Link>
        </p>
      </Doorway>
    );
  }
  return (
    <Doorway title="Set a new password">
      <form onSubmit={form.onSubmit}>
        <NewPassword label="New password" {...form.field('password')} />
        {recovery.data.secondFactor && (
          <Field
            label="The code that your device shows, or one on paper"
            autoComplete="one-time-code"
            required
            {...form.field('code')}
          />
        )}
        {form.trouble}
        <Button kind="primary" type="submit" busy={form.busy}>
          Set the password
        </Button>
      </form>
    </Doorway>
  );
}
