import { describe, expect, it } from 'vitest';
import { frontPage, nameOf } from './titleOf';

describe('the front page of a folder', () => {
  it.each([
    [['kites/about.html', 'kites/index.html', 'kites/a/index.html'], 'kites/index.html'],
    [['kites/about.html', 'kites/a/index.html'], 'kites/about.html'],
    [['b.html', 'a.htm', 'style.css'], 'a.htm'],
    [['kites/INDEX.HTM', 'kites/all.html'], 'kites/INDEX.HTM'],
    [['reindex.html', 'zero.html', 'index.htm'], 'index.htm'],
    [['style.css'], undefined],
    [[], undefined],
  ])('of %j is %j', (paths, front) => {
    expect(frontPage(paths)).toBe(front);
  });
});

describe('the name of what was dropped', () => {
  it.each([
    [['kite-shop/index.html', 'kite-shop/a.css'], 'Kite shop'],
    [['our_choir.2026.zip'], 'Our choir 2026'],
    [['index.html', 'style.css'], 'New site'],
    [['index.html'], 'Index'],
    [['---/a.html'], 'New site'],
    [[], 'New site'],
  ])('%j is called %j', (paths, name) => {
    expect(nameOf(paths)).toBe(name);
  });
});
