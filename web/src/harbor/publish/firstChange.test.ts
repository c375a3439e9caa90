import { describe, expect, it } from 'vitest';
import { firstChange } from './firstChange';

type Changes = Parameters<typeof firstChange>[0];

const change = (path: string, page = path.endsWith('.html'), from: string | null = null) =>
  ({ path, page, from, kind: 'CHANGED' }) as Changes[number];

const VISITS = new Map([
  ['/about.html', 3],
  ['/walks/', 9],
  ['/old.html', 20],
]);

describe('the change that is looked at first', () => {
  it.each([
    [['style.css', 'about.html', 'index.html'], 'index.html'],
    [['about.html', 'walks/index.html', 'style.css'], 'walks/index.html'],
    [['z.html', 'a.html'], 'z.html'],
    [['style.css', 'a.png'], 'style.css'],
    [[], undefined],
  ])('of %o is %s', (paths, first) => {
    expect(
      firstChange(
        paths.map((path) => change(path)),
        VISITS,
      )?.path,
    ).toBe(first);
  });

  it('counts the visits that a page had at the path it moves from', () => {
    expect(
      firstChange([change('walks/index.html'), change('new.html', true, 'old.html')], VISITS)?.path,
    ).toBe('new.html');
  });
});
