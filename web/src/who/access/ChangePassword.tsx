import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { useServerForm } from '../../common/ui/useServerForm';
import { NewPassword } from './NewPassword';

/** One's own password. */
export function ChangePassword() {
  const form = useServerForm({
    begin: { present: '', password: '' },
    send: (body) => dataOf(api.PUT('/api/password', { body })),
    onDone: async () => {
      form.reset();
      await queries.invalidateQueries({ queryKey: ['access'] });
      toast('The password is changed, and all other sessions are ended');
    },
  });
  return (
    <form className="max-w-sm" onSubmit={form.onSubmit}>
      <h2 className="mb-2 text-lg">Password</h2>
      <Field
        label="Present password"
        type="password"
        autoComplete="current-password"
        required
        {...form.field('present')}
      />
      <NewPassword label="New password" {...form.field('password')} />
      {form.trouble}
      <Button type="submit" busy={form.busy}>
        Change password
      </Button>
    </form>
  );
}
