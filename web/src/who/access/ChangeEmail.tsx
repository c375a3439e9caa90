import { api, dataOf } from '../../common/api/client';
import { useSession } from '../../common/api/session';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { useServerForm } from '../../common/ui/useServerForm';
import { Notice } from '../../common/ui/Notice';

/** One's own e-mail, changed once the new one is confirmed. */
export function ChangeEmail() {
  const session = useSession();
  const form = useServerForm({
    begin: { email: '', password: '' },
    send: (body) => dataOf(api.POST('/api/email', { body })),
    onDone: () => {
      form.reset();
    },
  });
  return (
    <form className="max-w-sm" onSubmit={form.onSubmit}>
      <h2 className="mb-1 text-lg">E-mail</h2>
      <p className="mb-2">
        You sign in with <span className="mono [overflow-wrap:anywhere]">{session.data?.email}</span>.
      </p>
      <Field label="New e-mail" type="email" autoComplete="email" required {...form.field('email')} />
      <Field
        label="Your password"
        type="password"
        autoComplete="current-password"
        required
        {...form.field('password')}
      />
      {form.trouble}
      {form.done && (
        <Notice kind="good">
          Mailed, unless someone signs in with it already. Open the link in that mail in this browser: until
          then nothing is changed.
        </Notice>
      )}
      <Button type="submit" busy={form.busy}>
        Change the e-mail
      </Button>
    </form>
  );
}
