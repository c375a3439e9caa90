import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading, Notice, Trouble } from '../../common/ui/Notice';
import { Doorway } from './Doorway';

/** A forgotten password: asks for the link. */
export function ForgottenPage() {
  const [email, setEmail] = useState('');
  const ask = useMutation({
    mutationFn: async () => {
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      return dataOf(api.POST('/api/recovery', { body: { email } }));
    },
  });
  return (
    <Doorway title="Forgot your password?">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          ask.mutate();
        }}
      >
        <Field
          label="E-mail"
          type="email"
          autoComplete="username"
          required
          value={email}
          onChange={(e) => {
            setEmail(e.target.value);
          }}
        />
        <Trouble error={ask.error} />
        {ask.isSuccess && (
          <Notice kind="good">
            If someone signs in with this e-mail, a mail with a link is on its way. Open it in this browser
            within 30 minutes.
          </Notice>
        )}
        <Button kind="primary" type="submit" busy={ask.isPending}>
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
  const [form, setForm] = useState({ password: '', code: '' });
  const at = { params: { path: { code } } };
  const recovery = useQuery({
    queryKey: ['recovery', code],
    queryFn: () => dataOf(api.GET('/api/recovery/{code}', at)),
    retry: false,
  });
  const set = useMutation({
    mutationFn: async () => {
      await api.GET('/api/session');
      return dataOf(
        api.POST('/api/recovery/{code}', {
          ...at,
          body: { password: form.password, code: form.code === '' ? null : form.code },
        }),
      );
    },
    onSuccess: async () => {
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
  const problem = set.error instanceof Problem ? set.error : undefined;
  return (
    <Doorway title="Set a new password">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          set.mutate();
        }}
      >
        <Field
          label="New password"
          type="password"
          autoComplete="new-password"
          required
          value={form.password}
          problem={problem?.field('password')}
          hint={<p className="text-soft">At least 10 characters, and not easily guessed.</p>}
          onChange={(e) => {
            setForm({ ...form, password: e.target.value });
          }}
        />
        {recovery.data.secondFactor && (
          <Field
            label="The code that your device shows, or one on paper"
            autoComplete="one-time-code"
            required
            value={form.code}
            problem={problem?.field('code')}
            onChange={(e) => {
              setForm({ ...form, code: e.target.value });
            }}
          />
        )}
        {problem?.body.violations ? null : <Trouble error={set.error} />}
        <Button kind="primary" type="submit" busy={set.isPending}>
          Set the password
        </Button>
      </form>
    </Doorway>
  );
}
