import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from './client';
import { at, keys } from './queries';

/** How many days of what was, and of what is to come, are asked for. */
export interface Reach {
  back: number;
  ahead: number;
}

const USUAL: Reach = { back: 366, ahead: 31 };

/** All sites. */
export const sitesOf = ({ back, ahead } = USUAL) =>
  queryOptions({
    queryKey: back === USUAL.back && ahead === USUAL.ahead ? keys.sites : [...keys.sites, back, ahead],
    placeholderData: keepPreviousData,
    queryFn: () => dataOf(api.GET('/api/sites', { params: { query: { back, ahead } } })),
  });

export const useSites = (reach = USUAL) => useQuery(sitesOf(reach));

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

export const pastOf = (id: string, { back, ahead }: Reach) =>
  queryOptions({
    queryKey: keys.part(id, 'past', back, ahead),
    placeholderData: (before: Schemas['LaneView'] | undefined) =>
      before?.site.id === id ? before : undefined,
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/past', { params: { path: { siteId: id }, query: { back, ahead } } }),
      ),
  });

export const usePast = (id: string, reach: Reach) => useQuery(pastOf(id, reach));
