import { useEffect } from 'react';
import { toast } from '../../common/ui/toast';
import { heard, type Happened } from '../../common/api/events';
import { HAPPENED } from './happened';

/** What changes what one is looking at, or what visitors get. */
const TELLS: ReadonlySet<Happened['kind']> = new Set<Happened['kind']>([
  'RESTORED',
  'PUBLISHED',
  'UNPUBLISHED',
  'PUT_LIVE',
  'CLOSED',
  'REOPENED',
  'SITE_DELETED',
]);

/** Tells at once what someone else did to the site that is open. */
export function Told({ siteId }: { siteId: string }) {
  useEffect(() => {
    const hear = (event: Event) => {
      const { siteId: where, kind, who, detail } = (event as CustomEvent<Happened>).detail;
      if (where === siteId && who !== '' && TELLS.has(kind)) {
        toast(`${who} ${HAPPENED[kind]} ${detail}`, { duration: 15_000 });
      }
    };
    heard.addEventListener('happened', hear);
    return () => {
      heard.removeEventListener('happened', hear);
    };
  }, [siteId]);
  return null;
}
