import { useMutation } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries, refreshSite } from '../../common/api/queries';
import type { Redirects } from './words';

const shown = (siteId: string) => queries.getQueryData<Redirects>(keys.part(siteId, 'redirects'));

/** Revision of the redirects that are on the screen, so that a change of someone else's is not overwritten. */
const ifMatch = (siteId: string) => ({ 'If-Match': `"${String(shown(siteId)?.revision ?? 0)}"` });

function show(siteId: string, redirects: Redirects) {
  queries.setQueryData(keys.part(siteId, 'redirects'), redirects);
  void refreshSite(siteId);
}

export async function undoRedirects(siteId: string) {
  show(
    siteId,
    await dataOf(
      api.POST('/api/sites/{siteId}/redirects/undo', {
        params: { path: { siteId }, header: ifMatch(siteId) },
      }),
    ),
  );
}

/** Changes several rules at once, and offers to undo it. */
export const useChangeRedirects = (siteId: string) =>
  useMutation({
    mutationFn: (change: Schemas['RuleChanges']) =>
      dataOf(
        api.POST('/api/sites/{siteId}/redirects/changes', {
          params: { path: { siteId }, header: ifMatch(siteId) },
          body: change,
        }),
      ),
    onSuccess: (redirects, change) => {
      show(siteId, redirects);
      toast(change.what.charAt(0).toUpperCase() + change.what.slice(1), {
        action: {
          label: 'Undo',
          onClick: () => {
            undoRedirects(siteId).catch(() => toast('It could not be undone: someone changed them since.'));
          },
        },
      });
    },
    onError: () => refreshSite(siteId),
  });

/** Lets visitors meet the redirects at once. */
export const useApplyRedirects = (siteId: string) =>
  useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/redirects/live', {
          params: { path: { siteId }, header: ifMatch(siteId) },
        }),
      ),
    onSuccess: (redirects) => {
      show(siteId, redirects);
      toast('Visitors meet these redirects now');
    },
    onError: () => refreshSite(siteId),
  });
