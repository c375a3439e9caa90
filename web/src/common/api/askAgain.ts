/** Since when an answer has been as it is. */
const unchangedSince = new WeakMap<object, number>();

/** In how many milliseconds to ask again: the longer nothing has changed, the later. */
export function askAgain(answer: object | undefined, soonest: number, latest: number) {
  if (answer === undefined) return latest;
  const since = unchangedSince.get(answer) ?? Date.now();
  unchangedSince.set(answer, since);
  return Math.min(latest, Math.max(soonest, (Date.now() - since) / 4));
}
