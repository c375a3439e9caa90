import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Notice';
import { Doorway } from './Doorway';
import { passkeysHere, signInByPasskey } from './passkey';

/** Focus moves to what has come. */
const focused = (field: HTMLInputElement | null) => {
  field?.focus();
};

/** E-mail and password, or a passkey; a code where the account asks for one. */
export function SignInForm({ email = '', onDone }: { email?: string; onDone: () => void }) {
  const [form, setForm] = useState({ email, password: '', code: '' });
  const [factor, setFactor] = useState(false);
  const done = async () => {
    // The answer to this question carries the token that changes need from now on.
    await queries.invalidateQueries();
    onDone();
  };
  const signIn = useMutation({
    mutationFn: async () => {
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      return dataOf(
        api.POST('/api/session', { body: { ...form, code: form.code === '' ? null : form.code } }),
      );
    },
    onError: (error) => {
      if (error instanceof Problem && error.is('second-factor-needed')) setFactor(true);
    },
    onSuccess: done,
  });
  const byPasskey = useMutation({ mutationFn: signInByPasskey, onSuccess: done });
  const problem = signIn.error instanceof Problem ? signIn.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        signIn.mutate();
      }}
    >
      <Field
        label="E-mail"
        type="email"
        autoComplete="username"
        required
        value={form.email}
        onChange={(e) => {
          setForm({ ...form, email: e.target.value });
        }}
      />
      <Field
        label="Password"
        type="password"
        autoComplete="current-password"
        required
        value={form.password}
        onChange={(e) => {
          setForm({ ...form, password: e.target.value });
        }}
      />
      {factor && (
        <Field
          label="The code that your device shows, or one on paper"
          autoComplete="one-time-code"
          required
          ref={focused}
          value={form.code}
          problem={problem?.field('code')}
          onChange={(e) => {
            setForm({ ...form, code: e.target.value });
          }}
        />
      )}
      {problem?.body.violations || problem?.is('second-factor-needed') ? null : (
        <Trouble error={signIn.error ?? byPasskey.error} />
      )}
      <div className="flex flex-wrap gap-2">
        <Button kind="primary" type="submit" busy={signIn.isPending}>
          Sign in
        </Button>
        {passkeysHere() && (
          <Button
            busy={byPasskey.isPending}
            onClick={() => {
              byPasskey.mutate();
            }}
          >
            Use a passkey
          </Button>
        )}
      </div>
    </form>
  );
}

export function SignInPage() {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const to = search.get('to') ?? '/';
  return (
    <Doorway title="Sign in">
      <SignInForm
        onDone={() => {
          // Only addresses of this application: no one can be sent elsewhere by a link.
          void navigate(to.startsWith('/') && !to.startsWith('//') ? to : '/', { replace: true });
        }}
      />
      <p className="mt-4">
        <Link to="/forgotten">Forgot your password?</Link> New here?{' '}
        <Link to="/open-account">Open an account</Link>.
      </p>
    </Doorway>
  );
}
