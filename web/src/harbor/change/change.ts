import type { Schemas } from '../../common/api/client';
import { sizeText } from '../../common/ui/Words';

type Change = Schemas['ChangeView'];

/** The sign of what happened, and its word. */
export const MARKS: Record<Change['kind'], [string, string]> = {
  ADDED: ['+', 'added'],
  CHANGED: ['≠', 'changed'],
  REMOVED: ['−', 'removed'],
  MOVED: ['→', 'moved'],
};

/** What is set about pages lies beside them in a file of its own. */
export const SETTINGS = '.harbor/settings.json';

/** What a change is called. */
export const nameOf = (change: Change) => (change.path === SETTINGS ? 'Page settings' : change.path);

/** In words: what happened, and what it does to the size. */
export function aboutChange(change: Change): string {
  if (change.path === SETTINGS) return 'titles, cards, facts, code: what is set beside the files';
  const [, word] = MARKS[change.kind];
  const said = change.kind === 'MOVED' && change.edited ? 'moved and edited' : word;
  const moved = change.from === null ? '' : ` from ${change.from}`;
  if (change.kind === 'ADDED') return `${said}, ${sizeText(change.after)}`;
  if (change.kind === 'REMOVED') return `${said}, was ${sizeText(change.before)}`;
  return change.before === change.after
    ? `${said}${moved}`
    : `${said}${moved}, ${sizeText(change.before)} → ${sizeText(change.after)}`;
}
