import { useSyncExternalStore } from 'react';

const TICK_MS = 15_000;

/** How far the harbor's clock is ahead of this machine's; it can be moved in a practice harbor. */
let ahead = 0;
let shown = Date.now();
const watchers = new Set<() => void>();
let ticking: ReturnType<typeof setInterval> | undefined;

function tick() {
  shown = Date.now() + ahead;
  watchers.forEach((watcher) => {
    watcher();
  });
}

function watch(watcher: () => void) {
  watchers.add(watcher);
  ticking ??= setInterval(tick, TICK_MS);
  return () => {
    watchers.delete(watcher);
    if (watchers.size === 0) {
      clearInterval(ticking);
      ticking = undefined;
    }
  };
}

/** Takes the harbor's time from an answer. */
export function setHarborNow(iso: string) {
  ahead = new Date(iso).getTime() - Date.now();
  tick();
}

/** The harbor's time now. */
export const harborNow = () => new Date(Date.now() + ahead);

/** The harbor's time in milliseconds, which goes on by itself while it is shown. */
export const useHarborNow = () => useSyncExternalStore(watch, () => shown);
