import { queryOptions, useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';

export type Reviewed = Schemas['ReviewedView'];

/** How a review stands, in words. */
export const STATES: Record<Reviewed['state'], string> = {
  OPEN: 'open',
  AGREED: 'agreed',
  SENT_BACK: 'sent back',
  WITHDRAWN: 'withdrawn',
  REPLACED: 'replaced by a newer one',
};

/** The reviews of a site, the latest first, and whether it has the rule. */
export const reviewsOf = (siteId: string) =>
  queryOptions({
    queryKey: keys.part(siteId, 'reviews'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/reviews', { params: { path: { siteId } } })),
  });

export const useReviews = (siteId: string) => useQuery(reviewsOf(siteId));

/** What a review's version changes for visitors, against what is live or was last. */
export const useReviewedChanges = (siteId: string, live: number | null, version: number | undefined) =>
  useQuery({
    queryKey: keys.part(siteId, 'comparison', String(live), String(version)),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/comparison', {
          params: { path: { siteId }, query: { from: String(live), to: String(version) } },
        }),
      ),
    enabled: live !== null && version !== undefined,
  });
