import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { TextArea } from '../../common/ui/TextArea';
import { Time } from '../../common/ui/Words';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

const KEY = ['sftp-keys'];
const changed = { onSuccess: () => queries.invalidateQueries({ queryKey: KEY }) };

/** Public keys that open all sites that a person may change, in place of a token. */
export function SftpKeys() {
  const keys = useQuery({ queryKey: KEY, queryFn: () => dataOf(api.GET('/api/sftp-keys')) });
  const remove = useMutation({
    mutationFn: (id: string) => dataOf(api.DELETE('/api/sftp-keys/{id}', { params: { path: { id } } })),
    ...changed,
  });
  return (
    <section aria-labelledby="keys" className="mt-5">
      <h3 id="keys" className="mb-1">
        Or a public key of yours
      </h3>
      <p className="text-soft mb-2 max-w-prose">
        A program that has its private half signs in without a password, to every site that you may change.
      </p>
      <Trouble error={keys.error ?? remove.error} />
      <ul className="border-water border-t">
        {keys.data?.map((key) => (
          <li key={key.id} className="border-water flex items-center justify-between gap-3 border-b py-2">
            <span className="min-w-0 [overflow-wrap:anywhere]">
              <strong className="font-medium">{key.name}</strong>{' '}
              <span className="text-soft">
                {key.lastUsedAt === null ? (
                  'never used'
                ) : (
                  <>
                    last used <Time at={key.lastUsedAt} short />
                  </>
                )}
              </span>
              <span className="mono text-soft block text-[0.86rem]">{key.fingerprint}</span>
            </span>
            <Button
              busy={remove.isPending && remove.variables === key.id}
              onClick={() => {
                remove.mutate(key.id);
              }}
            >
              Remove
            </Button>
          </li>
        ))}
        {keys.data?.length === 0 && <li className="text-soft py-2">No keys yet.</li>}
      </ul>
      <details className="mt-2">
        <summary className="min-h-[25px] cursor-pointer">Add a key</summary>
        <NewKey />
      </details>
    </section>
  );
}

function NewKey() {
  const [name, setName] = useState('');
  const [key, setKey] = useState('');
  const add = useMutation({
    mutationFn: () => dataOf(api.POST('/api/sftp-keys', { body: { name, key } })),
    onSuccess: async () => {
      setName('');
      setKey('');
      await changed.onSuccess();
    },
  });
  const problem = add.error instanceof Problem ? add.error : undefined;
  const wrong = useFirstWrong(add.error);
  return (
    <form
      ref={wrong}
      className="mt-2 max-w-md"
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      <Field
        label="Where the key is"
        placeholder="Laptop"
        required
        maxLength={120}
        value={name}
        problem={problem?.field('name')}
        onChange={(e) => {
          setName(e.target.value);
        }}
      />
      <TextArea
        label="Public key"
        hint="The line in the file that ends in .pub"
        placeholder="ssh-ed25519 AAAA…"
        rows={3}
        required
        className="mono"
        value={key}
        problem={problem?.field('key')}
        onChange={(e) => {
          setKey(e.target.value);
        }}
      />
      {problem?.body.violations ? null : <Trouble error={add.error} />}
      <Button type="submit" busy={add.isPending}>
        Add key
      </Button>
    </form>
  );
}
