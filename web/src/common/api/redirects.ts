import { queryOptions, useQuery } from '@tanstack/react-query';
import { api, dataOf } from './client';
import { at, keys } from './queries';

/** The redirects of a site, with what makes no sense in them. */
export const redirectsOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'redirects'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/redirects', at(id))),
  });

export const useRedirects = (id: string) => useQuery(redirectsOf(id));

/** How often each redirect was followed. */
export const redirectUsesOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'redirect-uses'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/redirects/uses', at(id))),
  });

export const useRedirectUses = (id: string) => useQuery(redirectUsesOf(id));

export const missedOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'missed'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/missed-visits', at(id))),
  });

export const useMissed = (id: string) => useQuery(missedOf(id));
