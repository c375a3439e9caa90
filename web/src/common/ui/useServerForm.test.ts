import { describe, expect, it } from 'vitest';
import { fieldOf } from './useServerForm';
import { toldShare } from './ProgressBar';

describe('what the server finds wrong', () => {
  const names = ['name', 'email', 'at.folder', 'code'];
  it.each([
    ['name', 'name'],
    ['person.email', 'email'],
    ['at.folder', 'at.folder'],
    ['folder', undefined],
    ['pages[/a.html].title', undefined],
    ['', undefined],
  ])('%j stands at the field %j', (field, expected) => {
    expect(fieldOf({ field, sentence: '' }, names)).toBe(expected);
  });
});

describe('progress is told', () => {
  it.each([
    [0, 0],
    [0.09, 0],
    [0.1, 10],
    [0.58, 50],
    [1, 100],
    [1.2, 100],
    [-1, 0],
  ])('%d as %d percent', (share, told) => {
    expect(toldShare(share)).toBe(told);
  });
});
