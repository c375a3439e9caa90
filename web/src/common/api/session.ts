import { queryOptions, useQuery } from '@tanstack/react-query';
import { goBy } from '../clock/time';
import { api, dataOf } from './client';
import { keys } from './queries';

export const useSession = () =>
  useQuery({
    queryKey: keys.session,
    queryFn: async () => {
      const session = await dataOf(api.GET('/api/session'));
      goBy(session.zone);
      return session;
    },
    staleTime: Infinity,
  });

/** What one was told, the latest first; asked again in a while, for others do things too. */
export const noticesOf = () =>
  queryOptions({
    queryKey: ['notices'],
    queryFn: () => dataOf(api.GET('/api/notices')),
    refetchInterval: 30_000,
  });

export const useNotices = () => useQuery(noticesOf());
