import { expect, it } from 'vitest';
import { moved } from './VirtualList';

it.each([
  ['ArrowDown', 0, 1],
  ['ArrowDown', 499, 499],
  ['ArrowUp', 0, 0],
  ['PageDown', 495, 499],
  ['PageUp', 20, 10],
  ['Home', 77, 0],
  ['End', 77, 499],
  ['Enter', 77, undefined],
])('%s from row %i of 500 leads to %s', (key, from, to) => {
  expect(moved(key, from, 500, 10)).toBe(to);
});
