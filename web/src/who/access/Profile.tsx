import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { keys, queries } from '../../common/api/queries';
import { useSession } from '../../common/api/session';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { browserZone } from '../../common/clock/time';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

const words = (zone: string) => zone.replaceAll('_', ' ');

/** What one is called, and the time zone that all times are shown and planned in. */
export function Profile() {
  const session = useSession();
  const own = browserZone();
  const zone = session.data?.zone ?? own;
  const [name, setName] = useState<string>();
  const set = useMutation({
    mutationFn: (next: { name: string; zone: string | null }) =>
      dataOf(api.PUT('/api/profile', { body: next })),
    onSuccess: async (now) => {
      queries.setQueryData(keys.session, now);
      await queries.invalidateQueries();
      setName(undefined);
      toast('Saved');
    },
  });
  const problem = set.error instanceof Problem ? set.error : undefined;
  const wrong = useFirstWrong(set.error);
  const all = [...new Set([...Intl.supportedValuesOf('timeZone'), 'UTC', own, zone])].sort();
  const typed = name ?? session.data?.name ?? '';
  return (
    <section aria-labelledby="profile" className="max-w-sm">
      <h2 id="profile" className="mb-2 text-lg">
        You
      </h2>
      <form
        ref={wrong}
        onSubmit={(e) => {
          e.preventDefault();
          set.mutate({ name: typed, zone: session.data?.zone ?? null });
        }}
      >
        <Field
          label="Name"
          autoComplete="name"
          required
          value={typed}
          problem={problem?.field('name')}
          onChange={(e) => {
            setName(e.target.value);
          }}
        />
        {name !== undefined && name !== session.data?.name && (
          <Button type="submit" kind="primary" busy={set.isPending} className="mb-3">
            Save the name
          </Button>
        )}
      </form>
      <Choice
        label="Times are shown and planned in"
        value={zone}
        options={all.map((each) => [each, words(each)])}
        onChange={(chosen) => {
          set.mutate({ name: session.data?.name ?? '', zone: chosen });
        }}
      />
      <p className="text-soft -mt-2 mb-3">
        {session.data?.zone == null
          ? 'Taken from your browser until you choose.'
          : `Your browser goes by ${words(own)}.`}{' '}
        What is planned already keeps the zone it was planned in.
      </p>
      {problem?.body.violations ? null : <Trouble error={set.error} />}
    </section>
  );
}
