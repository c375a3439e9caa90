import { counted } from '../../common/ui/Words';
import type { TakenIn } from './intake';

/** What was noticed on the way in, in sentences. */
export function takenWords(taken: TakenIn): string[] {
  const words = [`The draft has ${counted(taken.draft.count, 'file')} now.`];
  if (taken.unwrapped !== '')
    words.push(`Everything lay in “${taken.unwrapped}”; that folder was taken off.`);
  if (taken.leftovers > 0) words.push(`${counted(taken.leftovers, 'hidden or system file')} left out.`);
  if (!taken.hasPage)
    words.push('There is no page (.html) among the files you added; visitors would have nothing to read.');
  return words;
}
