import { queryOptions, useQuery } from '@tanstack/react-query';
import { askAgain } from './askAgain';
import { api, dataOf } from './client';
import { keys } from './queries';

export const domainsOf = () =>
  queryOptions({
    queryKey: keys.domains,
    queryFn: () => dataOf(api.GET('/api/domains')),
    refetchInterval: (query) => askAgain(query.state.data, 10_000, 60_000),
  });

export const useDomains = () => useQuery(domainsOf());

export const useOffers = (typed: string) =>
  useQuery({
    queryKey: ['offers', typed],
    queryFn: ({ signal }) => dataOf(api.GET('/api/domain-offers', { params: { query: { typed } }, signal })),
    enabled: typed.trim() !== '',
    staleTime: 10_000,
  });

export const useZone = (id: string) =>
  useQuery({
    queryKey: keys.zone(id),
    queryFn: () => dataOf(api.GET('/api/domains/{id}/zone', { params: { path: { id } } })),
  });
