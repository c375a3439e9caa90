import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { makePasskey, passkeysHere } from './passkey';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

const KEY = ['access', 'passkeys'];

/** One's own passkeys: signing in by a finger or a PIN, without a password. */
export function PasskeyList() {
  const [making, setMaking] = useState(false);
  const passkeys = useQuery({ queryKey: KEY, queryFn: () => dataOf(api.GET('/api/passkeys')) });
  const remove = useMutation({
    mutationFn: (id: string) => dataOf(api.DELETE('/api/passkeys/{id}', { params: { path: { id } } })),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['access'] });
      toast('Removed: it can no longer sign in');
    },
  });
  return (
    <section aria-labelledby="passkeys">
      <h2 id="passkeys" className="mb-1 text-lg">
        Passkeys
      </h2>
      <p className="mb-2 max-w-prose">
        Sign in with your finger, your face or the PIN of your device: nothing to type, and nothing that can
        be guessed or given away.
      </p>
      <Trouble error={passkeys.error ?? remove.error} />
      {passkeys.data && passkeys.data.length > 0 && (
        <ul className="border-water mb-3 border-t">
          {passkeys.data.map((passkey) => (
            <li
              key={passkey.id}
              className="border-water flex items-center justify-between gap-3 border-b py-2"
            >
              <span className="min-w-0 [overflow-wrap:anywhere]">
                {passkey.label}{' '}
                <span className="text-soft">
                  last used <Time at={passkey.lastUsedAt} short />
                </span>
              </span>
              <Button
                busy={remove.isPending}
                aria-label={`Remove the passkey ${passkey.label}`}
                onClick={() => {
                  remove.mutate(passkey.id);
                }}
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
      {!passkeysHere() && <p className="text-soft">This browser cannot make passkeys.</p>}
      {passkeysHere() && !making && (
        <Button
          onClick={() => {
            setMaking(true);
          }}
        >
          Add a passkey …
        </Button>
      )}
      {making && (
        <NewPasskey
          onDone={() => {
            setMaking(false);
          }}
        />
      )}
    </section>
  );
}

function NewPasskey({ onDone }: { onDone: () => void }) {
  const [form, setForm] = useState({ label: '', password: '' });
  const make = useMutation({
    mutationFn: () => makePasskey(form.label, form.password),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['access'] });
      toast(`Added. You can sign in with ${form.label} now.`);
      onDone();
    },
  });
  const problem = make.error instanceof Problem ? make.error : undefined;
  const wrong = useFirstWrong(make.error);
  return (
    <form
      ref={wrong}
      className="max-w-sm"
      onSubmit={(e) => {
        e.preventDefault();
        make.mutate();
      }}
    >
      <Field
        label="Name, such as “my phone”"
        required
        maxLength={60}
        value={form.label}
        problem={problem?.field('label')}
        onChange={(e) => {
          setForm({ ...form, label: e.target.value });
        }}
      />
      <Field
        label="Your password"
        type="password"
        autoComplete="current-password"
        required
        value={form.password}
        problem={problem?.field('password')}
        onChange={(e) => {
          setForm({ ...form, password: e.target.value });
        }}
      />
      {problem?.body.violations ? null : <Trouble error={make.error} />}
      <div className="flex gap-2">
        <Button kind="primary" type="submit" busy={make.isPending}>
          Add the passkey
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}
