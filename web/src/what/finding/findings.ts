import { queryOptions, useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { useDraftChanged } from '../draft/useDraftChanged';

export type Findings = Schemas['SiteFindingsView'];
export type Finding = Schemas['SiteFindingView'];
export type FindingKind = Schemas['SiteFindingKindView'];

const READING = 1000;

const keyOf = (siteId: string) => keys.part(siteId, 'findings');

/** What is not right with the draft; asked again until all pages are read. */
export const findingsOf = (siteId: string) =>
  queryOptions({
    queryKey: keyOf(siteId),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/findings', { params: { path: { siteId } } })),
    refetchInterval: (query) => (query.state.data?.ready === false ? READING : false),
    placeholderData: (before) => before,
  });

export const useFindings = (siteId: string) => useQuery(findingsOf(siteId));

/** Fixes findings by one change of the draft, which can be undone. */
export function useFixFindings(siteId: string, revision: number) {
  const changed = useDraftChanged(siteId);
  return useMutation({
    mutationFn: (ids: string[]) =>
      dataOf(
        api.POST('/api/sites/{siteId}/findings/fixes', {
          params: { path: { siteId }, header: { 'If-Match': tag(revision) } },
          body: { ids },
        }),
      ),
    onSuccess: (fixed) => changed(fixed.revision, fixed.what),
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
