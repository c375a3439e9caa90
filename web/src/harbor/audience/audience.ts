import { useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';

export type Part = Schemas['AudiencePartView'];
export type Way = Part['way'];

/** Who gets in, in the words of the choice. */
export const WAYS: [way: Way, words: string][] = [
  ['PASSWORD', 'Whoever knows a password'],
  ['LINK', 'Whoever has the link'],
  ['EVERYONE', 'Everyone'],
];

export const wayWords = (way: Way) => WAYS.find(([each]) => each === way)?.[1].toLowerCase() ?? '';

/** The parts of a site that something was said of, by path. */
export const useAudience = (siteId: string) =>
  useQuery({
    queryKey: keys.part(siteId, 'audience'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/audience', { params: { path: { siteId } } })),
  });
