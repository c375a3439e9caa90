import { queryOptions, useQuery } from '@tanstack/react-query';
import { askAgain } from './askAgain';
import { api, dataOf } from './client';
import { setHarborNow } from '../clock/harborClock';
import { at, keys } from './queries';

/** What a typed address would mean; answered while typing, an outdated question is cancelled. */
export const useSense = (id: string, typed: string) =>
  useQuery({
    queryKey: keys.part(id, 'sense', typed),
    queryFn: ({ signal }) =>
      dataOf(
        api.GET('/api/sites/{siteId}/addresses/assessment', {
          params: { path: { siteId: id }, query: { typed } },
          signal,
        }),
      ),
    enabled: typed.trim() !== '',
    staleTime: 2_000,
  });

/** Where a site is live; asked again soon while something is under way. */
export const whereOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'where'),
    queryFn: async () => {
      const where = await dataOf(api.GET('/api/sites/{siteId}/where', at(id)));
      setHarborNow(where.now);
      return where;
    },
    refetchInterval: (query) =>
      query.state.data?.addresses.some((a) => a.state !== 'OK' || a.askedAt === null)
        ? askAgain(query.state.data.addresses, 2_500, 30_000)
        : 30_000,
  });

export const useWhere = (id: string) => useQuery(whereOf(id));

export const useImpact = (id: string, addressId: string) =>
  useQuery({
    queryKey: keys.part(id, 'impact', addressId),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/addresses/{id}/impact', {
          params: { path: { siteId: id, id: addressId } },
        }),
      ),
  });

export const usePlaces = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'places'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/places', at(id))),
  });
