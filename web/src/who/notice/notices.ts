import type { Schemas } from '../../common/api/client';

export type Way = Schemas['ChoiceView']['way'];

export const WAYS: [way: Way, words: string][] = [
  ['AT_ONCE', 'by mail at once'],
  ['WEEKLY', 'in a weekly mail'],
  ['APP', 'here only'],
  ['NOT', 'not at all'],
];
