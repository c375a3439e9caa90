import { useMutation, useQuery } from '@tanstack/react-query';
import { toast } from 'sonner';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { keys, queries, refreshSite } from '../../common/api/queries';

export type Findings = Schemas['SiteFindingsView'];
export type Finding = Schemas['SiteFindingView'];
export type FindingKind = Schemas['SiteFindingKindView'];

const READING = 1000;

const keyOf = (siteId: string) => keys.part(siteId, 'findings');

/** What is not right with the draft; asked again until all pages are read. */
export const useFindings = (siteId: string) =>
  useQuery({
    queryKey: keyOf(siteId),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/findings', { params: { path: { siteId } } })),
    refetchInterval: (query) => (query.state.data?.ready === false ? READING : false),
    placeholderData: (before) => before,
  });

/** Fixes findings by one change of the draft, which can be undone. */
export function useFixFindings(siteId: string, revision: number) {
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
  return useMutation({
    mutationFn: (ids: string[]) =>
      dataOf(
        api.POST('/api/sites/{siteId}/findings/fixes', {
          params: { path: { siteId }, header: { 'If-Match': tag(revision) } },
          body: { ids },
        }),
      ),
    onSuccess: async (fixed) => {
      await refreshSite(siteId);
      toast(`In the draft: ${fixed.what}`, {
        action: {
          label: 'Undo',
          onClick: () => {
            undo.mutate(fixed.revision);
          },
        },
        duration: 10_000,
      });
    },
  });
}

/** Ignores a finding or a whole kind, or lists it again. */
export const useIgnoreFinding = (siteId: string) =>
  useMutation({
    mutationFn: (body: Schemas['FindingIgnoreForm']) =>
      dataOf(api.PUT('/api/sites/{siteId}/findings/ignored', { params: { path: { siteId } }, body })),
    onSuccess: (findings) => {
      queries.setQueryData(keyOf(siteId), findings);
    },
  });
