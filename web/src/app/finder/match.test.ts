import { describe, expect, it } from 'vitest';
import { matches, type Thing } from './match';

const thing = (name: string, kind: string, detail = '', also?: string): Thing => ({
  name,
  detail,
  kind,
  also,
  to: `/${kind}/${name}`,
});

const THINGS = [
  thing('Papermoon', 'site', 'papermoon.harbor.localhost'),
  thing('Foxglove', 'site', 'foxglove.harbor.localhost', 'seed-library.harbor.localhost'),
  thing('Unpublish Foxglove', 'action'),
  thing('Versions', 'screen', 'Foxglove'),
  thing('Version 3: Spring seeds', 'version', 'Foxglove'),
  thing('seeds/opening-hours.html', 'page', 'When the library is open'),
  thing('www.foxglove.club.localhost', 'address', 'Foxglove'),
  thing('Fjällräven café', 'page', 'naïve'),
];

const found = (typed: string) => matches(THINGS, typed, 10).map(({ name }) => name);

describe('what is found by what was typed', () => {
  it.each([
    ['foxglove', 'Foxglove'],
    ['unpublish foxglove', 'Unpublish Foxglove'],
    ['foxglove unpublish', 'Unpublish Foxglove'],
    ['fox vers', 'Versions'],
    ['version 3', 'Version 3: Spring seeds'],
    ['hours', 'seeds/opening-hours.html'],
    ['open library', 'seeds/opening-hours.html'],
    ['club', 'www.foxglove.club.localhost'],
    ['www.fox', 'www.foxglove.club.localhost'],
    ['seed-library', 'Foxglove'],
    ['cafe', 'Fjällräven café'],
    ['FJALL', 'Fjällräven café'],
    ['oxgl', 'Foxglove'],
  ])('%s finds first %s', (typed, first) => {
    expect(found(typed)[0]).toBe(first);
  });

  it('is nothing where a word is nowhere', () => {
    expect(found('foxglove nonsense')).toEqual([]);
  });

  it('is the first things there are for nothing typed', () => {
    expect(matches(THINGS, '  ', 2).map(({ name }) => name)).toEqual(['Papermoon', 'Foxglove']);
  });

  it('does not depend on the order of the words', () => {
    const typed = ['foxglove', 'un', 'action'];
    const all = [typed, [...typed].reverse(), ['un', 'foxglove', 'action']].map((words) =>
      found(words.join(' ')),
    );
    expect(all[1]).toEqual(all[0]);
    expect(all[2]).toEqual(all[0]);
  });
});
