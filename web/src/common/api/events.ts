import { useEffect } from 'react';
import type { Schemas } from './client';
import { keys, queries, refreshSite } from './queries';

/** What happened, as open pages are told; `who` is empty for what one did oneself. */
export interface Happened {
  siteId: string;
  kind: Schemas['Entry']['kind'];
  who: string;
  detail: string;
}

/** How often to ask how far work is that another node does, which this one tells nothing of. */
export const UNTOLD_MS = 2_000;

/** Where what happened can be listened to, as `happened`. */
export const heard = new EventTarget();

/**
 * Follows what happens, here or on another person's page. Only while the page is in sight: a browser keeps few
 * connections to one server, and a page left behind must not hold one.
 */
export function useLiveEvents() {
  useEffect(() => {
    let events: EventSource | undefined;
    const close = () => {
      events?.close();
      events = undefined;
    };
    const follow = () => {
      close();
      if (document.visibilityState === 'hidden') return;
      events = new EventSource('/api/events');
      events.addEventListener('happened', (event) => {
        const happened = JSON.parse((event as MessageEvent<string>).data) as Happened;
        const { siteId } = happened;
        heard.dispatchEvent(new CustomEvent('happened', { detail: happened }));
        void queries.invalidateQueries({ queryKey: ['notices'] });
        if (siteId === '') {
          void queries.invalidateQueries({ queryKey: keys.domains });
          void queries.invalidateQueries({ queryKey: keys.hosts });
        } else void refreshSite(siteId);
      });
      events.addEventListener('moved-on', (event) => {
        const { siteId } = JSON.parse((event as MessageEvent<string>).data) as { siteId: string };
        void queries.invalidateQueries({ queryKey: keys.publications });
        void queries.invalidateQueries({ queryKey: keys.part(siteId, 'destinations') });
      });
    };
    const back = () => {
      follow();
      if (events) void queries.invalidateQueries();
    };
    follow();
    document.addEventListener('visibilitychange', back);
    window.addEventListener('pagehide', close);
    return () => {
      close();
      document.removeEventListener('visibilitychange', back);
      window.removeEventListener('pagehide', close);
    };
  }, []);
}
