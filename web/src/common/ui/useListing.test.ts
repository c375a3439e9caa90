import { describe, expect, it } from 'vitest';
import { matching } from './useListing';

const NAMES = ['Papermoon programme', 'Foxglove', 'Night Market', 'Programme of the night'];
const found = (typed: string) => matching(NAMES, (name) => name, typed);

describe('a filter', () => {
  it.each([
    ['', NAMES],
    ['  ', NAMES],
    ['night', ['Night Market', 'Programme of the night']],
    ['NIGHT programme', ['Programme of the night']],
    ['programme night', ['Programme of the night']],
    ['night x', []],
  ])('%j', (typed, expected) => {
    expect(found(typed)).toEqual(expected);
  });
});
