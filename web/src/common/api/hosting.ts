import { queryOptions, useQuery } from '@tanstack/react-query';
import { api, dataOf } from './client';
import { UNTOLD_MS } from './events';
import { at, keys } from './queries';

/** The hosts of the account; asked again soon while one is tested. */
export const hostsOf = () =>
  queryOptions({
    queryKey: keys.hosts,
    queryFn: () => dataOf(api.GET('/api/hosts')),
    refetchInterval: (query) => (query.state.data?.hosts.some((h) => h.testing) ? 500 : 30_000),
  });

export const useHosts = () => useQuery(hostsOf());

/** Where on hosts a site is published; asked again when it is told that work there has come further. */
export const destinationsOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'destinations'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/destinations', at(id))),
    refetchInterval: (query) =>
      query.state.data?.some((d) => d.job?.state === 'RUNNING') ? UNTOLD_MS : 20_000,
  });

export const useDestinations = (id: string) => useQuery(destinationsOf(id));

/** What a publish of a version, or of the draft, would do at a destination. */
export const usePlan = (siteId: string, destinationId: string, version: number | null, seen: string | null) =>
  useQuery({
    queryKey: keys.part(siteId, 'plan', destinationId, version, seen),
    queryFn: () =>
      dataOf(
        api.GET('/api/destinations/{id}/plan', {
          params: { path: { id: destinationId }, query: version === null ? {} : { version } },
        }),
      ),
    enabled: seen !== null,
  });
