import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { useDraftChanged } from '../draft/useDraftChanged';

export type WordQuery = Schemas['WordQuery'];
export type WordHit = Schemas['WordHitView'];

/** Where words stand in the draft. */
export const useWordHits = (siteId: string, query: WordQuery) =>
  useQuery({
    queryKey: keys.part(siteId, 'words', query),
    queryFn: ({ signal }) =>
      dataOf(
        api.POST('/api/sites/{siteId}/word-searches', { params: { path: { siteId } }, body: query, signal }),
      ),
    enabled: query.find.trim() !== '',
    placeholderData: keepPreviousData,
  });

/** Replaces them: one change of the draft, which can be undone. */
export function useReplaceWords(siteId: string, revision: number) {
  const changed = useDraftChanged(siteId);
  return useMutation({
    mutationFn: (body: Schemas['WordReplacement']) =>
      dataOf(
        api.POST('/api/sites/{siteId}/word-replacements', {
          params: { path: { siteId }, header: { 'If-Match': tag(revision) } },
          body,
        }),
      ),
    onSuccess: (done) => changed(done.revision, done.what),
  });
}
