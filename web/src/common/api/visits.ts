import { queryOptions, useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from './client';
import { keys } from './queries';

/** How many days are looked at unless someone chooses otherwise. */
export const USUAL_DAYS = 30;

/** Which pages of a site were read in the last days. */
export const visitsOf = (id: string, days: number) =>
  queryOptions({
    queryKey: keys.part(id, 'visits', days),
    queryFn: () =>
      dataOf(api.GET('/api/sites/{siteId}/visits', { params: { path: { siteId: id }, query: { days } } })),
    placeholderData: (before) => before,
  });

export const useVisits = (id: string, days: number) => useQuery(visitsOf(id, days));

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

/** What visitors will notice when an address does something else, or (null) is released. */
export const useAddressOutcome = (id: string, addressId: string, wish: Wish | null, enabled: boolean) =>
  useQuery({
    queryKey: keys.part(id, 'outcome', 'address', addressId, wish),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/outcomes/address/{addressId}', {
          params: {
            path: { siteId: id, addressId },
            query:
              wish === null
                ? {}
                : {
                    role: wish.role,
                    ...(wish.trialVersion == null ? {} : { version: wish.trialVersion }),
                    target: wish.pointsTo ?? '',
                  },
          },
        }),
      ),
    enabled,
  });

/** What an address is to do. */
interface Wish {
  role: Schemas['Address']['role'];
  trialVersion?: number | null;
  pointsTo?: string | null;
}

/** What visitors will notice when an address gets another name. */
export const useRenamingOutcome = (id: string, addressId: string, typed: string, enabled: boolean) =>
  useQuery({
    queryKey: keys.part(id, 'outcome', 'renaming', addressId, typed),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/outcomes/address/{addressId}/renaming', {
          params: { path: { siteId: id, addressId }, query: { typed } },
        }),
      ),
    enabled,
  });

/** What visitors would notice if the site were closed so now. */
export const useClosingOutcome = (id: string, closing: Schemas['ClosingForm'], enabled: boolean) =>
  useQuery({
    queryKey: keys.part(id, 'outcome', 'closing', closing),
    queryFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/closure/outcomes', {
          params: { path: { siteId: id } },
          body: closing,
        }),
      ),
    enabled,
  });

/** What visitors would notice if others got in to a part; `way` null when nothing more is said of it. */
export const useAudienceOutcome = (
  id: string,
  part: string,
  way: Schemas['AudiencePartView']['way'] | null,
  enabled: boolean,
) =>
  useQuery({
    queryKey: keys.part(id, 'outcome', 'audience', part, way),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/outcomes/audience', {
          params: { path: { siteId: id }, query: way === null ? { part } : { part, way } },
        }),
      ),
    enabled,
  });
