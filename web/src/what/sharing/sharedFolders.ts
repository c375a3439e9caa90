import { useMutation, useQuery } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf, tag } from '../../common/api/client';
import { keys, queries, refreshSite } from '../../common/api/queries';

const keyOf = (siteId: string) => keys.part(siteId, 'shared-folders');

/** Folders that follow other sites, and those that other sites follow. */
export const useSharedFolders = (siteId: string) =>
  useQuery({
    queryKey: keyOf(siteId),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/shared-folders', { params: { path: { siteId } } })),
  });

/** Lets a folder follow another site. */
export const useShareFolder = (siteId: string, revision: number) =>
  useMutation({
    mutationFn: (body: { folder: string; fromSite: string }) =>
      dataOf(
        api.POST('/api/sites/{siteId}/shared-folders', {
          params: { path: { siteId }, header: { 'If-Match': tag(revision) } },
          body,
        }),
      ),
    onSuccess: async (now, { folder }) => {
      queries.setQueryData(keyOf(siteId), now);
      await refreshSite(siteId);
      toast(`${folder} is shared`);
    },
  });

/** Lets a folder be the site's own again. */
export const useEndSharing = (siteId: string) =>
  useMutation({
    mutationFn: (folder: string) =>
      dataOf(
        api.DELETE('/api/sites/{siteId}/shared-folders', {
          params: { path: { siteId }, query: { folder } },
        }),
      ),
    onSuccess: (now, folder) => {
      queries.setQueryData(keyOf(siteId), now);
      toast(`${folder} is this site’s own now`);
    },
  });
