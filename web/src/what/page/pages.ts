import { queryOptions, useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { counted } from '../../common/ui/Words';
import { useDraftChanged } from '../draft/useDraftChanged';

export type SetPages = Schemas['SetPagesView'];
export type SetPage = Schemas['SetPageView'];
export type PageSettings = Schemas['PageSettings'];

const keyOf = (siteId: string) => keys.part(siteId, 'page-settings');

/** The pages of the draft, what each says of itself, and what is set about it. */
export const setPagesOf = (siteId: string) =>
  queryOptions({
    queryKey: keyOf(siteId),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/page-settings', { params: { path: { siteId } } })),
  });

export const useSetPages = (siteId: string) => useQuery(setPagesOf(siteId));

/** Sets pages anew: one change of the draft, which can be undone. */
export function useSavePages(siteId: string, revision: number) {
  const changed = useDraftChanged(siteId);
  return useMutation({
    mutationFn: (edits: ReadonlyMap<string, PageSettings>) =>
      dataOf(
        api.PUT('/api/sites/{siteId}/page-settings', {
          params: { path: { siteId }, header: { 'If-Match': tag(revision) } },
          body: { pages: [...edits].map(([path, set]) => ({ path, set })) },
        }),
      ),
    onSuccess: (now, edits) => {
      queries.setQueryData(keyOf(siteId), now);
      return changed(now.revision, `set ${counted(edits.size, 'page')}`);
    },
  });
}

/** What a page will say: what is set, unless the page's own wins. */
export const said = (set: string, own: string, overOwn: boolean) =>
  set !== '' && (overOwn || own === '') ? set : own;
