import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { useServerForm } from '../../common/ui/useServerForm';
import { Doorway } from '../../who/access/Doorway';
import { SetUp } from './SetUp';

/** Where a new harbor is set up, by whoever can read the code in its folder. */
export function FirstRunPage() {
  const awaited = useQuery({
    queryKey: ['first-run'],
    queryFn: () => dataOf(api.GET('/api/first-run')),
  });
  const [known, setKnown] = useState<{ code: string; numbers: string[] }>();
  if (known) return <SetUp code={known.code} numbers={known.numbers} />;
  return (
    <Doorway title="Set up this harbor">
      <Trouble error={awaited.error} />
      {awaited.isPending && <Loading />}
      {awaited.data?.awaited === false && (
        <p>
          This harbor is set up already. <a href="/sign-in">Sign in</a>.
        </p>
      )}
      {awaited.data?.awaited && <Code onKnown={setKnown} />}
    </Doorway>
  );
}

function Code({ onKnown }: { onKnown: (known: { code: string; numbers: string[] }) => void }) {
  const form = useServerForm({
    begin: { code: '' },
    send: async ({ code }) => {
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      const { numbers } = await dataOf(api.POST('/api/first-run/start', { body: { code } }));
      return { code, numbers };
    },
    onDone: onKnown,
  });
  return (
    <form onSubmit={form.onSubmit}>
      <p className="mb-3">
        Nobody has an account here yet. On the server, this command tells the code that lets you begin:
      </p>
      <p className="mono bg-land mb-3 px-2 py-1">even-harbor-admin first-run</p>
      <Field label="Code" className="mono" required autoComplete="off" {...form.field('code')} />
      {form.trouble}
      <Button kind="primary" type="submit" busy={form.busy}>
        Begin
      </Button>
    </form>
  );
}
