import { useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { useDraftChanged } from '../draft/useDraftChanged';

export type SiteAdditions = Schemas['SiteAdditionsView'];
export type SiteForm = Schemas['SiteAdditionsForm'];
export type About = Schemas['About'];

/** A part of the form. */
export interface Part<T> {
  value: T;
  view: SiteAdditions;
  /** What is wrong with a field. */
  problem: (field: string) => string | undefined;
  onChange: (change: Partial<T>) => void;
}

const keyOf = (siteId: string) => keys.part(siteId, 'about');

/** What is set about the site as a whole. */
export const useSiteAdditions = (siteId: string) =>
  useQuery({
    queryKey: keyOf(siteId),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/about', { params: { path: { siteId } } })),
  });

/** Sets it anew: one change of the draft, which can be undone. */
export function useSaveSite(siteId: string, revision: number) {
  const changed = useDraftChanged(siteId);
  return useMutation({
    mutationFn: (body: SiteForm) =>
      dataOf(
        api.PUT('/api/sites/{siteId}/about', {
          params: { path: { siteId }, header: { 'If-Match': tag(revision) } },
          body,
        }),
      ),
    onSuccess: (now) => {
      queries.setQueryData(keyOf(siteId), now);
      return changed(now.revision, 'set what is said about the site');
    },
  });
}

/** What a site can be of, in words. */
export const KINDS: [About['kind'], string][] = [
  ['UNSAID', 'Not said'],
  ['PERSON', 'A person'],
  ['ORGANIZATION', 'An organisation'],
  ['CLUB', 'A club'],
  ['SCHOOL', 'A school'],
  ['SHOP', 'A shop'],
  ['CAFE', 'A café'],
  ['RESTAURANT', 'A restaurant'],
  ['MUSEUM', 'A museum'],
  ['EVENT_VENUE', 'A place for events'],
  ['PERFORMING_GROUP', 'A group that performs'],
  ['LOCAL_BUSINESS', 'Another business at a place'],
];

/** Whether people come to a place that has hours. */
export const hasHours = (kind: About['kind']) =>
  !['UNSAID', 'PERSON', 'ORGANIZATION', 'PERFORMING_GROUP'].includes(kind);
