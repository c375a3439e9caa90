import { queryOptions, useQuery } from '@tanstack/react-query';
import { api, dataOf } from './client';
import { at, keys } from './queries';
import { useSite } from './sites';

export const draftOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'draft'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/draft', at(id))),
  });

export const useDraft = (id: string, enabled = true) => useQuery({ ...draftOf(id), enabled });

export const reviewOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'changes'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/changes', at(id))),
  });

export const useReview = (id: string) => useQuery(reviewOf(id));

export const versionsOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'versions'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/versions', at(id))),
  });

export const useVersions = (id: string) => useQuery(versionsOf(id));

/** The pages of the draft by request path, with their titles. */
export const pagesOf = (id: string) =>
  queryOptions({
    queryKey: keys.part(id, 'pages'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/redirects/pages', at(id))),
  });

export const usePages = (id: string, enabled = true) => useQuery({ ...pagesOf(id), enabled });

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
