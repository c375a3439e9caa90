import { useMutation } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf, tag } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';

/** After a change of the draft: everything about the site is asked anew, and it is told with a button that undoes it. */
export function useDraftChanged(siteId: string) {
  const undo = useMutation({
    mutationFn: (undone: number) =>
      dataOf(
        api.POST('/api/sites/{siteId}/draft/undo', {
          params: { path: { siteId }, header: { 'If-Match': tag(undone) } },
        }),
      ),
    onSuccess: () => refreshSite(siteId),
    onError: (error) => toast.error(error.message),
  });
  return async (revision: number, what: string) => {
    await refreshSite(siteId);
    toast(`In the draft: ${what}`, {
      action: {
        label: 'Undo',
        onClick: () => {
          undo.mutate(revision);
        },
      },
      duration: 10_000,
    });
  };
}
