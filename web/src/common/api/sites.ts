import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from './client';
import { at, keys } from './queries';

/** All sites. @param ahead how many days of what is to come */
export const sitesOf = (ahead = 31) =>
  queryOptions({
    queryKey: ahead === 31 ? keys.sites : [...keys.sites, 'ahead', ahead],
    placeholderData: keepPreviousData,
    queryFn: () => dataOf(api.GET('/api/sites', { params: { query: { ahead } } })),
  });

export const useSites = (ahead = 31) => useQuery(sitesOf(ahead));

export const siteOf = (id: string) =>
  queryOptions({
    queryKey: keys.site(id),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}', at(id))),
  });

export const useSite = (id: string, enabled = true) => useQuery({ ...siteOf(id), enabled });

export const activitiesOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'activities'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/activities', at(id))),
  });

export const useActivities = (id: string) => useQuery(activitiesOf(id));

export const pastOf = (id: string, ahead: number) =>
  queryOptions({
    queryKey: keys.part(id, 'past', ahead),
    placeholderData: (before: Schemas['LaneView'] | undefined) =>
      before?.site.id === id ? before : undefined,
    queryFn: () =>
      dataOf(api.GET('/api/sites/{siteId}/past', { params: { path: { siteId: id }, query: { ahead } } })),
  });

export const usePast = (id: string, ahead: number) => useQuery(pastOf(id, ahead));
