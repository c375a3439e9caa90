import { useState, useTransition } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Problem, sentenceOf } from '../../common/api/problem';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Notice } from '../../common/ui/Notice';
import { passkeysHere, signInByPasskey } from './passkey';

/** Focus moves to what has come. */
const focused = (field: HTMLInputElement | null) => {
  field?.focus();
};

async function signInByPassword(form: { email: string; password: string; code: string }) {
  // A first question brings the token that changes need.
  await api.GET('/api/session');
  await dataOf(api.POST('/api/session', { body: { ...form, code: form.code === '' ? null : form.code } }));
}

/**
 * E-mail and password, or a passkey; a code where the account asks for one. It needs neither routes nor kept answers,
 * so that whoever comes to the door waits for neither.
 */
export function SignInForm({ email = '', onDone }: { email?: string; onDone: () => unknown }) {
  const [form, setForm] = useState({ email, password: '', code: '' });
  const [error, setError] = useState<unknown>(null);
  const [factor, setFactor] = useState(false);
  const [busy, start] = useTransition();
  const problem = error instanceof Problem ? error : undefined;
  const asksForCode = problem?.is('second-factor-needed') ?? false;
  const signIn = (ask: () => Promise<unknown>) => {
    setError(null);
    start(async () => {
      try {
        await ask();
        await onDone();
      } catch (refusal) {
        setError(refusal);
        if (refusal instanceof Problem && refusal.is('second-factor-needed')) setFactor(true);
      }
    });
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (!busy) signIn(() => signInByPassword(form));
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
      {error !== null && !asksForCode && problem?.body.violations === undefined && (
        <Notice kind="attention">
          <p>{sentenceOf(error)}</p>
        </Notice>
      )}
      <div className="flex flex-wrap gap-2">
        <Button kind="primary" type="submit" busy={busy}>
          Sign in
        </Button>
        {passkeysHere() && (
          <Button
            busy={busy}
            onClick={() => {
              signIn(signInByPasskey);
            }}
          >
            Use a passkey
          </Button>
        )}
      </div>
    </form>
  );
}
