import { useOutletContext } from 'react-router';
import type { Schemas } from '../../common/api/client';

export type SiteView = Schemas['SiteView'];

/** The site whose screens are shown. */
export const useThisSite = () => useOutletContext<SiteView>();
