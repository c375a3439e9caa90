import { queryOptions, useQuery } from '@tanstack/react-query';
import { askAgain } from './askAgain';
import { api, dataOf } from './client';
import { at, keys } from './queries';

/** How a certificate stands while an order is open or about to be. */
const UNDER_WAY = ['WANTED', 'ORDERING', 'RENEWING', 'BLOCKED'];

/** The HTTPS of a site's addresses; asked again soon while something is under way. */
export const httpsOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'https'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/https', at(id))),
    refetchInterval: (query) =>
      query.state.data?.some((a) => a.https !== null && UNDER_WAY.includes(a.https.state))
        ? askAgain(query.state.data, 2_500, 30_000)
        : 60_000,
  });

export const useHttps = (id: string) => useQuery(httpsOf(id));

/** What a site's pages load by plain HTTP. */
export const useOutlook = (id: string, enabled: boolean) =>
  useQuery({
    queryKey: keys.part(id, 'outlook'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/https/outlook', at(id))),
    enabled,
  });

/** All names of the account with HTTPS. */
export const certificatesOf = () =>
  queryOptions({ queryKey: keys.certificates, queryFn: () => dataOf(api.GET('/api/certificates')) });

export const useCertificates = () => useQuery(certificatesOf());
