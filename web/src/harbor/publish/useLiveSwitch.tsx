import { lazy, Suspense, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import type { SiteView } from '../../what/site/thisSite';
import { atLeast } from '../../who/access/people';

const PutLiveDialog = lazy(async () => ({ default: (await import('./PutLiveDialog')).PutLiveDialog }));
const TakeDownDialog = lazy(async () => ({ default: (await import('./TakeDownDialog')).TakeDownDialog }));

const ASK = 'live';

interface LiveSwitch {
  /** What it would do; null where there is nothing to switch, or not by this person. */
  words: string | null;
  ask: () => void;
  /** What asks first, to stand outside of what closes when it is pressed. */
  dialog: ReactNode;
}

/** Takes a site down and puts it live again exactly as it was: one switch, both ways. */
export function useLiveSwitch(site: SiteView | undefined): LiveSwitch {
  const [search, setSearch] = useSearchParams();
  // In the URL, so that the finder and links can ask it.
  const open = search.get('ask') === ASK;
  const setOpen = (wanted: boolean) => {
    setSearch(
      (before) => {
        const after = new URLSearchParams(before);
        if (wanted) after.set('ask', ASK);
        else after.delete('ask');
        return after;
      },
      { replace: true },
    );
  };
  const switches =
    site !== undefined && site.liveVersion !== null && atLeast(site.role, 'PUBLISHER') ? site : null;
  return {
    words: switches === null ? null : switches.live ? 'Unpublish …' : 'Put live …',
    ask: () => {
      setOpen(true);
    },
    dialog: switches !== null && open && (
      <Suspense>
        {switches.live ? (
          <TakeDownDialog site={switches} open onOpenChange={setOpen} />
        ) : (
          <PutLiveDialog site={switches} open onOpenChange={setOpen} />
        )}
      </Suspense>
    ),
  };
}
