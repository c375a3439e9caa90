import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Dialog } from '../../common/ui/Dialog';
import { DialogActions } from '../../common/ui/DialogActions';
import { Field } from '../../common/ui/Field';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted, Time } from '../../common/ui/Words';

/** Closes the account: what goes dark is listed, and for 30 days one may change one's mind. */
export function CloseAccount() {
  const [open, setOpen] = useState(false);
  const [password, setPassword] = useState('');
  const closing = useQuery({
    queryKey: ['account-closing'],
    queryFn: () => dataOf(api.GET('/api/account/closing')),
  });
  const after = async () => {
    setOpen(false);
    setPassword('');
    await queries.invalidateQueries();
  };
  const close = useMutation({
    mutationFn: () => dataOf(api.POST('/api/account/closing', { body: { password } })),
    onSuccess: after,
  });
  const reopen = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/account/closing')),
    onSuccess: after,
  });
  const problem = close.error instanceof Problem ? close.error : undefined;
  if (!closing.data) return <Trouble error={closing.error} />;
  const { sites, domains, people, endsAt } = closing.data;
  return (
    <section aria-labelledby="closing">
      <h2 id="closing" className="mb-1 text-lg">
        Close the account
      </h2>
      {endsAt !== null ? (
        <Notice kind="attention">
          <p>
            The account is closed: its sites no longer answer. All of it is deleted <Time at={endsAt} />.
          </p>
          <Button
            className="mt-2"
            busy={reopen.isPending}
            onClick={() => {
              reopen.mutate();
            }}
          >
            Open it again, as it was
          </Button>
          <Trouble error={reopen.error} />
        </Notice>
      ) : (
        <Button
          onClick={() => {
            setOpen(true);
          }}
        >
          Close the account …
        </Button>
      )}
      <Dialog alarming open={open} onOpenChange={setOpen} title="Close the account?">
        <p className="mb-2">These go dark at once:</p>
        <ul className="border-water mb-3 max-h-52 overflow-auto border-y py-2">
          {sites.map((site) => (
            <li key={site.title}>
              <strong className="font-medium">{site.title}</strong>{' '}
              <span className="mono [overflow-wrap:anywhere]">{site.addresses.join(', ')}</span>
            </li>
          ))}
          {sites.length === 0 && <li className="text-soft">no site</li>}
        </ul>
        {domains.length > 0 && (
          <p className="mb-2">
            Registered names end when they are not renewed: <span className="mono">{domains.join(', ')}</span>
            .
          </p>
        )}
        <p className="mb-3">
          {counted(people, 'person', 'people')} {people === 1 ? 'signs' : 'sign'} in until the end. For 30
          days you can open it again, and nobody else gets its names. Then all of it is deleted. Copies on
          hosts elsewhere stay there.
        </p>
        <Field
          label="Your password"
          type="password"
          autoComplete="current-password"
          value={password}
          problem={problem?.field('password')}
          onChange={(e) => {
            setPassword(e.target.value);
          }}
        />
        {problem?.body.violations ? null : <Trouble error={close.error} />}
        <DialogActions
          kind="alarm"
          busy={close.isPending}
          onDo={() => {
            close.mutate();
          }}
          leave="Cancel"
          onLeave={() => {
            setOpen(false);
          }}
        >
          Close the account
        </DialogActions>
      </Dialog>
    </section>
  );
}
