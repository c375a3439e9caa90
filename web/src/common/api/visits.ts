import { useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from './client';
import { keys } from './queries';

/** Which pages of a site were read in the last days. */
export const useVisits = (id: string, days: number) =>
  useQuery({
    queryKey: keys.part(id, 'visits', days),
    queryFn: () =>
      dataOf(api.GET('/api/sites/{siteId}/visits', { params: { path: { siteId: id }, query: { days } } })),
    placeholderData: (before) => before,
  });

/** How often one page was read, day by day. */
export const usePageVisits = (id: string, path: string, days: number) =>
  useQuery({
    queryKey: keys.part(id, 'visits', days, path),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/visits/page', {
          params: { path: { siteId: id }, query: { days, path } },
        }),
      ),
    enabled: path !== '',
  });

/** What visitors will notice when the site is taken down. */
export const useTakeDownOutcome = (id: string, everywhere: boolean, enabled: boolean) =>
  useQuery({
    queryKey: keys.part(id, 'outcome', 'takedown', everywhere),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/outcomes/takedown', {
          params: { path: { siteId: id }, query: { everywhere } },
        }),
      ),
    enabled,
  });

/** What visitors will notice when a version goes live. */
export const useVersionOutcome = (id: string, number: number, redirects: boolean, enabled: boolean) =>
  useQuery({
    queryKey: keys.part(id, 'outcome', 'version', number, redirects),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/outcomes/version/{number}', {
          params: { path: { siteId: id, number }, query: { redirects } },
        }),
      ),
    enabled,
  });

/** What visitors will notice when the redirects that are worked on go live. */
export const useRedirectsOutcome = (id: string, enabled: boolean) =>
  useQuery({
    queryKey: keys.part(id, 'outcome', 'redirects'),
    queryFn: () =>
      dataOf(api.GET('/api/sites/{siteId}/outcomes/redirects', { params: { path: { siteId: id } } })),
    enabled,
  });

/** What visitors will notice when an address gets another role, or (null) is released. */
export const useAddressOutcome = (
  id: string,
  addressId: string,
  role: Schemas['Address']['role'] | null,
  enabled: boolean,
) =>
  useQuery({
    queryKey: keys.part(id, 'outcome', 'address', addressId, role),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/outcomes/address/{addressId}', {
          params: { path: { siteId: id, addressId }, query: role === null ? {} : { role } },
        }),
      ),
    enabled,
  });
