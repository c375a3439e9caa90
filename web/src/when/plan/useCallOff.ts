import { useMutation } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import type { PlanView } from './planForm';

/** Calls a plan off, or plans it again. */
export function useCallOff(site: SiteView) {
  const callOff = useMutation({
    mutationFn: ({ plan, off }: { plan: PlanView; off: boolean }) =>
      dataOf(
        api.PUT('/api/plans/{id}/called-off', {
          params: { path: { id: plan.id }, header: { 'If-Match': `"${String(plan.revision)}"` } },
          body: { calledOff: off },
        }),
      ),
    onSuccess: async (plan, { off }) => {
      await refreshSite(site.id);
      toast(
        off ? `Called off: ${plan.action}` : `Planned again: ${plan.action}`,
        off
          ? {
              action: {
                label: 'Undo',
                onClick: () => {
                  callOff.mutate({ plan, off: false });
                },
              },
            }
          : undefined,
      );
    },
  });
  return callOff;
}
