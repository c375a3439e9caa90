import { useOutletContext } from 'react-router';
import type { Schemas } from '../../common/api/client';

export type SiteView = Schemas['SiteView'];

/** The site whose screens are shown. */
export const useThisSite = () => useOutletContext<SiteView>();

/** How a site stands for visitors, as its pennant shows it. */
export const standingOf = (site: SiteView) =>
  site.state === 'CLOSED' ? 'CLOSED' : site.live ? 'LIVE' : 'NOT_LIVE';
