import { QueryClient, useQuery, keepPreviousData } from '@tanstack/react-query';
import { useEffect } from 'react';
import { setHarborNow } from './harborClock';
import { api, dataOf, type Schemas } from './client';
import { Problem } from './problem';
import { goBy } from '../ui/time';

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
  part: (id: string, part: string, ...more: unknown[]) => ['site', id, part, ...more] as const,
};

/** How a certificate stands while an order is open or about to be. */
const UNDER_WAY = ['WANTED', 'ORDERING', 'RENEWING', 'BLOCKED'];

const at = (siteId: string) => ({ params: { path: { siteId } } });

export const useSession = () =>
  useQuery({
    queryKey: keys.session,
    queryFn: async () => {
      const session = await dataOf(api.GET('/api/session'));
      goBy(session.zone);
      return session;
    },
    staleTime: Infinity,
  });

/** All sites. @param ahead how many days of what is to come */
export const useSites = (ahead = 31) =>
  useQuery({
    queryKey: ahead === 31 ? keys.sites : [...keys.sites, 'ahead', ahead],
    placeholderData: keepPreviousData,
    queryFn: () => dataOf(api.GET('/api/sites', { params: { query: { ahead } } })),
  });

export const useSite = (id: string, enabled = true) =>
  useQuery({
    queryKey: keys.site(id),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}', at(id))),
    enabled,
  });

export const useDraft = (id: string, enabled = true) =>
  useQuery({
    enabled,
    queryKey: keys.part(id, 'draft'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/draft', at(id))),
  });

export const useReview = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'changes'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/changes', at(id))),
  });

export const useVersions = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'versions'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/versions', at(id))),
  });

export const useActivities = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'activities'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/activities', at(id))),
  });

export const usePast = (id: string, ahead: number) =>
  useQuery({
    queryKey: keys.part(id, 'past', ahead),
    placeholderData: (before: Schemas['LaneView'] | undefined) =>
      before?.site.id === id ? before : undefined,
    queryFn: () =>
      dataOf(api.GET('/api/sites/{siteId}/past', { params: { path: { siteId: id }, query: { ahead } } })),
  });

/** The redirects of a site, with what makes no sense in them. */
export const useRedirects = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'redirects'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/redirects', at(id))),
  });

/** How often each redirect was followed. */
export const useRedirectUses = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'redirect-uses'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/redirects/uses', at(id))),
  });

/** The pages of the draft by request path, with their titles. */
export const usePages = (id: string, enabled = true) =>
  useQuery({
    enabled,
    queryKey: keys.part(id, 'pages'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/redirects/pages', at(id))),
  });

export const useMissed = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'missed'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/missed-visits', at(id))),
  });

/** The address of a preview of the draft (null) or of a version. */
export const usePreview = (id: string, version: number | null, enabled = true) => {
  // Made anew when the draft has changed, and not whenever something else has happened to the site.
  const draft = useDraft(id).data?.revision;
  const settings = useSite(id).data?.revision;
  return useQuery({
    queryKey: ['preview', id, version ?? `draft ${String(draft)} ${String(settings)}`],
    queryFn: () => dataOf(api.POST('/api/sites/{siteId}/previews', { ...at(id), body: { version } })),
    staleTime: 600_000,
    placeholderData: (before) => before,
    enabled: enabled && (version !== null || (draft !== undefined && settings !== undefined)),
  });
};

/** What a typed address would mean; answered while typing, an outdated question is cancelled. */
export const useSense = (id: string, typed: string) =>
  useQuery({
    queryKey: keys.part(id, 'sense', typed),
    queryFn: ({ signal }) =>
      dataOf(
        api.GET('/api/sites/{siteId}/addresses/assessment', {
          params: { path: { siteId: id }, query: { typed } },
          signal,
        }),
      ),
    enabled: typed.trim() !== '',
    staleTime: 2_000,
  });

/** Since when an answer has been as it is. */
const unchangedSince = new WeakMap<object, number>();

/** In how many milliseconds to ask again: the longer nothing has changed, the later. */
function askAgain(answer: object | undefined, soonest: number, latest: number) {
  if (answer === undefined) return latest;
  const since = unchangedSince.get(answer) ?? Date.now();
  unchangedSince.set(answer, since);
  return Math.min(latest, Math.max(soonest, (Date.now() - since) / 4));
}

/** The HTTPS of a site's addresses; asked again soon while something is under way. */
export const useHttps = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'https'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/https', at(id))),
    refetchInterval: (query) =>
      query.state.data?.some((a) => a.https !== null && UNDER_WAY.includes(a.https.state))
        ? askAgain(query.state.data, 2_500, 30_000)
        : 60_000,
  });

/** What a site's pages load by plain HTTP. */
export const useOutlook = (id: string, enabled: boolean) =>
  useQuery({
    queryKey: keys.part(id, 'outlook'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/https/outlook', at(id))),
    enabled,
  });

/** All names of the account with HTTPS. */
export const useCertificates = () =>
  useQuery({ queryKey: keys.certificates, queryFn: () => dataOf(api.GET('/api/certificates')) });

/** Where a site is live; asked again soon while something is under way. */
export const useWhere = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'where'),
    queryFn: async () => {
      const where = await dataOf(api.GET('/api/sites/{siteId}/where', at(id)));
      setHarborNow(where.now);
      return where;
    },
    refetchInterval: (query) =>
      query.state.data?.addresses.some((a) => a.state !== 'OK' || a.askedAt === null)
        ? askAgain(query.state.data.addresses, 2_500, 30_000)
        : 30_000,
  });

export const useImpact = (id: string, addressId: string) =>
  useQuery({
    queryKey: keys.part(id, 'impact', addressId),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/addresses/{id}/impact', {
          params: { path: { siteId: id, id: addressId } },
        }),
      ),
  });

export const usePlaces = (id: string) =>
  useQuery({
    queryKey: keys.part(id, 'places'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/places', at(id))),
  });

export const useDomains = () =>
  useQuery({
    queryKey: keys.domains,
    queryFn: () => dataOf(api.GET('/api/domains')),
    refetchInterval: (query) => askAgain(query.state.data, 10_000, 60_000),
  });

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

/** What one was told, the latest first; asked again in a while, for others do things too. */
export const useNotices = () =>
  useQuery({
    queryKey: ['notices'],
    queryFn: () => dataOf(api.GET('/api/notices')),
    refetchInterval: 30_000,
  });

/** The practice hosting companies. */
export const useHosting = () =>
  useQuery({
    queryKey: [...keys.practice, 'hosting'],
    queryFn: () => dataOf(api.GET('/api/practice/hosting')),
  });

export const usePractice = () =>
  useQuery({
    queryKey: keys.practice,
    queryFn: async () => {
      const practice = await dataOf(api.GET('/api/practice'));
      setHarborNow(practice.now);
      return practice;
    },
    staleTime: 1_000,
  });

/** Asks anew for everything that shows this site. */
export async function refreshSite(id: string) {
  await Promise.all([
    queries.invalidateQueries({ queryKey: keys.site(id) }),
    queries.invalidateQueries({ queryKey: keys.sites }),
    queries.invalidateQueries({ queryKey: keys.certificates }),
  ]);
}

/** What happened, as open pages are told; `who` is empty for what one did oneself. */
export interface Happened {
  siteId: string;
  kind: Schemas['Entry']['kind'];
  who: string;
  detail: string;
}

/** Where what happened can be listened to, as `happened`. */
export const heard = new EventTarget();

/**
 * Follows what happens, here or on another person's page. Only while the page is in sight: a browser keeps few
 * connections to one server, and a page left behind must not hold one.
 */
export function useLiveEvents() {
  useEffect(() => {
    let events: EventSource | undefined;
    const close = () => {
      events?.close();
      events = undefined;
    };
    const follow = () => {
      close();
      if (document.visibilityState === 'hidden') return;
      events = new EventSource('/api/events');
      events.addEventListener('happened', (event) => {
        const happened = JSON.parse((event as MessageEvent<string>).data) as Happened;
        const { siteId } = happened;
        heard.dispatchEvent(new CustomEvent('happened', { detail: happened }));
        void queries.invalidateQueries({ queryKey: ['notices'] });
        if (siteId === '') {
          void queries.invalidateQueries({ queryKey: keys.domains });
          void queries.invalidateQueries({ queryKey: keys.hosts });
        } else void refreshSite(siteId);
      });
    };
    const back = () => {
      follow();
      if (events) void queries.invalidateQueries();
    };
    follow();
    document.addEventListener('visibilitychange', back);
    window.addEventListener('pagehide', close);
    return () => {
      close();
      document.removeEventListener('visibilitychange', back);
      window.removeEventListener('pagehide', close);
    };
  }, []);
}
