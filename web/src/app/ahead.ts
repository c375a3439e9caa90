import { matchRoutes, type DataRouter } from 'react-router';
import type { FetchQueryOptions } from '@tanstack/react-query';
import { whereOf } from '../common/api/addresses';
import { certificatesOf, httpsOf } from '../common/api/certificates';
import { draftOf, reviewOf, versionsOf } from '../common/api/content';
import { domainsOf } from '../common/api/domains';
import { destinationsOf, hostsOf } from '../common/api/hosting';
import { queries } from '../common/api/queries';
import { missedOf, redirectsOf, redirectUsesOf } from '../common/api/redirects';
import { noticesOf } from '../common/api/session';
import { activitiesOf, pastOf, siteOf, sitesOf } from '../common/api/sites';
import { USUAL_DAYS, visitsOf } from '../common/api/visits';
import { reviewsOf } from '../harbor/review/reviews';
import { findingsOf } from '../what/finding/findings';
import { setPagesOf } from '../what/page/pages';
import { daysAhead } from '../when/axis/axis';

/** How long a pointer rests on a link before what lies behind it is fetched, in milliseconds. */
const REST_MS = 60;

// Each question has an answer of its own shape; all that matters here is that it is asked.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Question = FetchQueryOptions<any, any, any, any>;

/** What a screen asks first, by the path of its route. */
const QUESTIONS: Record<string, (siteId: string) => Question[]> = {
  '/': () => [sitesOf(), certificatesOf(), domainsOf()],
  '/domains/:domainId?': () => [domainsOf()],
  '/hosts/:hostId?': () => [hostsOf()],
  '/notices': () => [noticesOf()],
  '/sites/:siteId': (id) => [siteOf(id)],
  'where/:addressId?': (id) => [whereOf(id), httpsOf(id)],
  'where/redirects/:ruleId?': (id) => [redirectsOf(id), redirectUsesOf(id)],
  'where/visits': (id) => [visitsOf(id, USUAL_DAYS)],
  'where/missed': (id) => [missedOf(id), redirectsOf(id)],
  'where/hosts/:destinationId?': (id) => [destinationsOf(id)],
  what: (id) => [draftOf(id), reviewOf(id)],
  'what/pages': (id) => [setPagesOf(id)],
  'what/findings': (id) => [findingsOf(id)],
  'what/review': (id) => [reviewOf(id), draftOf(id), reviewsOf(id)],
  'what/reviews/:reviewId?': (id) => [reviewsOf(id)],
  'what/versions/:number?': (id) => [versionsOf(id)],
  when: (id) => [pastOf(id, { back: 366, ahead: daysAhead('months') }), activitiesOf(id)],
};

/** Fetches a screen, and what it asks first. It must not matter whether that succeeds. */
function fetchAhead(router: DataRouter, path: string) {
  for (const { route, params } of matchRoutes(router.routes, path) ?? []) {
    // React Router takes the function away once it has called it.
    if (typeof route.lazy === 'function') void Promise.resolve(route.lazy()).catch(() => undefined);
    for (const question of QUESTIONS[route.path ?? '']?.(params['siteId'] ?? '') ?? []) {
      void queries.prefetchQuery(question);
    }
  }
}

const linkOf = (event: Event) =>
  event.target instanceof Element ? event.target.closest<HTMLAnchorElement>('a[href]') : null;

/** From now on, what lies behind a link is fetched as soon as somebody points at it, touches it or comes to it by Tab. */
export function fetchOnIntent(router: DataRouter) {
  let resting: ReturnType<typeof setTimeout> | undefined;
  const meant = (event: Event) => {
    const link = linkOf(event);
    clearTimeout(resting);
    if (link === null || link.origin !== window.location.origin || link.target === '_blank') return;
    const wait = event.type === 'touchstart' ? 0 : REST_MS;
    resting = setTimeout(() => {
      fetchAhead(router, link.pathname);
    }, wait);
  };
  for (const kind of ['pointerover', 'focusin', 'touchstart'] as const) {
    document.addEventListener(kind, meant, { passive: true });
  }
}
