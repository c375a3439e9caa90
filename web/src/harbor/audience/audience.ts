import { useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';

export type Part = Schemas['AudiencePartView'];
export type Way = Part['way'];

/** Who gets in, in the words of the choice. */
export const WAYS: [way: Way, words: string][] = [
  ['PASSWORD', 'Whoever knows a password'],
  ['LINK', 'Whoever has the link'],
  ['PEOPLE', 'Named people, by a code mailed to them'],
  ['ORGANISATION', 'Everyone of an organisation, by their e-mail'],
  ['REGISTER', 'Whoever registers'],
  ['EVERYONE', 'Everyone'],
];

export type PeopleList = Schemas['PeopleList'];
export type Registration = NonNullable<Schemas['RegistrationView']>;

/** Lists of people that parts can be for; for who manages the account. */
export const usePeopleLists = (enabled: boolean) =>
  useQuery({
    queryKey: ['people-lists'],
    queryFn: () => dataOf(api.GET('/api/people-lists')),
    enabled,
  });

/** The visitors who registered at a site. */
export const useRegistered = (siteId: string, enabled: boolean) =>
  useQuery({
    queryKey: keys.part(siteId, 'registered'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/registered', { params: { path: { siteId } } })),
    enabled,
  });

export const wayWords = (way: Way) => WAYS.find(([each]) => each === way)?.[1].toLowerCase() ?? '';

/** The parts of a site that something was said of, by path. */
export const useAudience = (siteId: string) =>
  useQuery({
    queryKey: keys.part(siteId, 'audience'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/audience', { params: { path: { siteId } } })),
  });
