import { useMutation } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { useDraft } from '../../common/api/content';
import { refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import type { Destination } from './words';

/** Takes files into the draft as they are at a destination. */
export function useTaking(site: SiteView, d: Destination, said: (paths: string[]) => string) {
  const draft = useDraft(site.id);
  return useMutation({
    mutationFn: (paths: string[]) =>
      dataOf(
        api.POST('/api/destinations/{id}/imports', {
          params: { path: { id: d.id } },
          body: { paths, draftRevision: draft.data?.revision ?? null },
        }),
      ),
    onSuccess: async (_, paths) => {
      await refreshSite(site.id);
      toast(said(paths));
    },
  });
}
