import { useMutation } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { usePlaces } from '../../common/api/addresses';
import { keys, queries } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Trouble } from '../../common/ui/Trouble';

/** The owner's own list of where an address was given out, ticked off as it is mended. */
export function Places({ site, host }: { site: SiteView; host: string }) {
  const places = usePlaces(site.id);
  const [what, setWhat] = useState('');
  const refresh = () => queries.invalidateQueries({ queryKey: keys.part(site.id, 'places') });
  const add = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/places', {
          params: { path: { siteId: site.id } },
          body: { host, what },
        }),
      ),
    onSuccess: async () => {
      setWhat('');
      await refresh();
    },
  });
  const change = useMutation({
    mutationFn: ({ id, done }: { id: string; done: boolean | null }) => {
      const params = { path: { siteId: site.id, id } };
      return done === null
        ? dataOf(api.DELETE('/api/sites/{siteId}/places/{id}', { params }))
        : dataOf(api.PUT('/api/sites/{siteId}/places/{id}', { params, body: { done } })).then(
            () => undefined,
          );
    },
    onSuccess: refresh,
  });
  const mine = places.data?.filter((p) => p.host === host) ?? [];
  return (
    <>
      <h3 className="mt-2">Where you gave it out</h3>
      <p className="text-soft mb-1">Cards, profiles, newsletters: tick them off as you mend them.</p>
      <ul>
        {mine.map((place) => (
          <li key={place.id} className="flex items-center justify-between gap-2 py-0.5">
            <Check
              checked={place.doneAt !== null}
              onChange={(done) => {
                change.mutate({ id: place.id, done });
              }}
            >
              <span className={place.doneAt === null ? '' : 'text-soft line-through'}>{place.what}</span>
            </Check>
            <button
              type="button"
              aria-label={`Take ${place.what} off the list`}
              className="hover:bg-shoal p-1"
              onClick={() => {
                change.mutate({ id: place.id, done: null });
              }}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1 flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (what.trim() !== '') add.mutate();
        }}
      >
        <input
          aria-label="A place where you gave it out"
          value={what}
          placeholder="the card at the box office"
          className="border-ink bg-paper min-w-0 flex-1 border px-2 py-1"
          onChange={(e) => {
            setWhat(e.target.value);
          }}
        />
        <Button type="submit" busy={add.isPending}>
          Add to the list
        </Button>
      </form>
      <Trouble error={add.error ?? change.error} />
    </>
  );
}
