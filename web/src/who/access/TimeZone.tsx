import { useMutation } from '@tanstack/react-query';
import { toast } from 'sonner';
import { api, dataOf } from '../../common/api/client';
import { keys, queries, useSession } from '../../common/api/queries';
import { Choice } from '../../common/ui/Choice';
import { Trouble } from '../../common/ui/Notice';
import { browserZone } from '../../common/ui/time';

const words = (zone: string) => zone.replaceAll('_', ' ');

/** The time zone that all times are shown and planned in. */
export function TimeZone() {
  const session = useSession();
  const own = browserZone();
  const zone = session.data?.zone ?? own;
  const set = useMutation({
    mutationFn: (chosen: string) => dataOf(api.PUT('/api/account/zone', { body: { zone: chosen } })),
    onSuccess: async (_, chosen) => {
      await queries.invalidateQueries({ queryKey: keys.session });
      await queries.invalidateQueries();
      toast(`All times are now those of ${words(chosen)}`);
    },
  });
  const known = Intl.supportedValuesOf('timeZone');
  const all = [...new Set([...known, 'UTC', own, zone])].sort();
  return (
    <section aria-labelledby="zone" className="max-w-sm">
      <h2 id="zone" className="mb-2 text-lg">
        Time zone
      </h2>
      <Choice
        label="Times are shown and planned in"
        value={zone}
        options={all.map((each) => [each, words(each)])}
        onChange={(chosen) => {
          set.mutate(chosen);
        }}
      />
      <p className="text-soft -mt-2 mb-3">
        {session.data?.zone == null
          ? 'Taken from your browser until you choose.'
          : `Your browser goes by ${words(own)}.`}{' '}
        What is planned already keeps the zone it was planned in.
      </p>
      <Trouble error={set.error} />
    </section>
  );
}
