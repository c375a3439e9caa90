import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Dialog } from '../../common/ui/Dialog';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Notice';
import { Doorway } from './Doorway';

function SignInForm({ email = '', onDone }: { email?: string; onDone: () => void }) {
  const [form, setForm] = useState({ email, password: '' });
  const signIn = useMutation({
    mutationFn: async () => {
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      return dataOf(api.POST('/api/session', { body: form }));
    },
    onSuccess: async () => {
      // The answer to this question carries the token that changes need from now on.
      await queries.invalidateQueries();
      onDone();
    },
  });
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
      <Trouble error={signIn.error} />
      <Button kind="primary" type="submit" busy={signIn.isPending}>
        Sign in
      </Button>
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
        New here? <Link to="/open-account">Open an account</Link>.
      </p>
    </Doorway>
  );
}

/** Signing in over the page one was at, so that nothing typed there is lost. */
export function SignInAgain({ open, email, onDone }: { open: boolean; email: string; onDone: () => void }) {
  return (
    <Dialog open={open} onOpenChange={() => undefined} title="You were signed out">
      <p className="mb-3">Nothing was changed, and what you typed is still here. Sign in to go on.</p>
      <SignInForm email={email} onDone={onDone} />
    </Dialog>
  );
}
