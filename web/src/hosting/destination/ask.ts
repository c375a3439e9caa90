import { api, dataOf, type Schemas } from '../../common/api/client';
import type { SiteView } from '../../what/site/thisSite';
import type { Destination } from './words';

/** What is asked for at a destination; what is left out is not wanted. */
export type Ask = Partial<Schemas['NewHostJob']> & { kind: Schemas['NewHostJob']['kind'] };

/** What the parts of a destination's sheet have to do with: whose it is, and asking for work there. */
export interface AtWork {
  site: SiteView;
  destination: Destination;
  busy: boolean;
  onAsk: (ask: Ask) => void;
}

const NOTHING_BESIDES = {
  version: null,
  heldBack: null,
  sentAnyway: null,
  everything: false,
  decisions: null,
  removed: null,
  notice: false,
};

/** Asks for work at a destination. */
export const askAt = (site: SiteView, destinationId: string, wanted: Ask) =>
  dataOf(
    api.POST('/api/destinations/{id}/jobs', {
      params: { path: { id: destinationId } },
      body: { ...NOTHING_BESIDES, rightsConfirmed: site.rightsConfirmed, ...wanted },
    }),
  );
