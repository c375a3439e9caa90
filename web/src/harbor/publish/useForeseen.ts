import { useQuery } from '@tanstack/react-query';
import { api, dataOf } from '../../common/api/client';
import { keys } from '../../common/api/queries';

/** What taking a site down would come to, asked for when that is to be shown. */
export const useForeseen = (siteId: string, shown: boolean) =>
  useQuery({
    queryKey: keys.part(siteId, 'takedown'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/takedown', { params: { path: { siteId } } })),
    enabled: shown,
    staleTime: 0,
  });
