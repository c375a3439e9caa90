import { useQuery } from '@tanstack/react-query';
import { api, dataOf } from './client';
import { at, keys } from './queries';

/** The hosts of the account; asked again soon while one is tested. */
export const useHosts = () =>
  useQuery({
    queryKey: keys.hosts,
    queryFn: () => dataOf(api.GET('/api/hosts')),
    refetchInterval: (query) => (query.state.data?.hosts.some((h) => h.testing) ? 500 : 30_000),
  });

/** Where on hosts a site is published; asked again soon while work is under way there. */
export const useDestinations = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'destinations'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/destinations', at(id))),
    refetchInterval: (query) => (query.state.data?.some((d) => d.job?.state === 'RUNNING') ? 400 : 20_000),
  });

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
