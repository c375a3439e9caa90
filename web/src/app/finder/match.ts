import type { Schemas } from '../../common/api/client';

/** Something that can be found by its name. */
export interface Thing {
  /** What it is called, and what it is of; both are looked in. */
  name: string;
  detail: string;
  /** What sort of thing it is, in a word. */
  kind: string;
  /** Where it is; for an action where it is asked for. */
  to: string;
  /** What is compared besides, such as other names of it. */
  also?: string | undefined;
  flag?: Schemas['FlagView'] | undefined;
}

const plain = (text: string) => text.toLowerCase().normalize('NFKD').replaceAll(/\p{M}/gu, '');

/** The words of a text, and those inside of names such as "opening-hours.html" or "www.papermoon.art". */
const wordsOf = (text: string) => plain(text).split(/[^\p{L}\p{N}]+/u);

/**
 * How well something answers to the words that were typed, in any order; null for not at all. Each word has to be the
 * beginning of one of its own, or, a worse answer, to stand anywhere in it.
 */
function rank(thing: Thing, typed: string[]): number | null {
  const own = wordsOf(thing.name);
  const all = [...own, ...wordsOf(`${thing.detail} ${thing.also ?? ''} ${thing.kind}`)];
  const name = plain(thing.name);
  const whole = plain(`${thing.name} ${thing.detail} ${thing.also ?? ''}`);
  let points = 0;
  for (const word of typed) {
    if (own.includes(word)) points += 4;
    else if (own.some((each) => each.startsWith(word))) points += 3;
    else if (all.some((each) => each.startsWith(word))) points += 2;
    else if (name.includes(word)) points += 1.5;
    else if (whole.includes(word)) points += 1;
    else return null;
  }
  // Of two that answer alike the one that says less besides is meant.
  return points - own.length / 10 - all.length / 1000;
}

/** What answers to what was typed, the best first; the first things there are for nothing typed. */
export function matches<T extends Thing>(things: T[], typed: string, most: number): T[] {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  if (words.length === 0) return things.slice(0, most);
  return things
    .map((thing) => ({ thing, points: rank(thing, words) }))
    .filter((each): each is { thing: T; points: number } => each.points !== null)
    .sort((a, b) => b.points - a.points)
    .slice(0, most)
    .map(({ thing }) => thing);
}
