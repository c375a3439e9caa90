import { QueryClient } from '@tanstack/react-query';
import { Problem } from './problem';

export const queries = new QueryClient({
  defaultOptions: {
    // Offline, a request fails and says so, rather than waiting in silence until the network is back.
    mutations: { networkMode: 'always' },
    queries: {
      networkMode: 'always',
      staleTime: 5_000,
      retry: (count, error) => !(error instanceof Problem) && count < 2,
    },
  },
});

/** The keys answers are kept under; everything about one site begins alike. */
export const keys = {
  session: ['session'] as const,
  sites: ['sites'] as const,
  deletedSites: ['deleted-sites'] as const,
  site: (id: string) => ['site', id] as const,
  domains: ['domains'] as const,
  zone: (id: string) => ['zone', id] as const,
  certificates: ['certificates'] as const,
  practice: ['practice'] as const,
  hosts: ['hosts'] as const,
  publications: ['publication'] as const,
  publication: (id: string) => ['publication', id] as const,
  part: (id: string, part: string, ...more: unknown[]) => ['site', id, part, ...more] as const,
};

export const at = (siteId: string) => ({ params: { path: { siteId } } });

/** Asks anew for everything that shows this site. */
export async function refreshSite(id: string) {
  await Promise.all([
    queries.invalidateQueries({ queryKey: keys.site(id) }),
    queries.invalidateQueries({ queryKey: keys.sites }),
    queries.invalidateQueries({ queryKey: keys.certificates }),
  ]);
}
