import type { Schemas } from '../../common/api/client';

export type Role = Schemas['Address']['role'];

/** The roles of an address, each with its word and what it does. */
export const ROLES: Record<Role, { word: string; about: string }> = {
  MAIN: { word: 'main', about: 'The address to share.' },
  ALIAS: { word: 'alias', about: 'Serves the same pages and names the main address as the canonical one.' },
  FORWARDING: { word: 'forwarding', about: 'Sends visitors on to the main address, path kept.' },
  TRIAL: { word: 'trial', about: 'Serves the draft or a chosen version, hidden from search engines.' },
  POINTER: { word: 'pointer', about: 'Sends visitors to any URL.' },
};
