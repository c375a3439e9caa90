import type { Schemas } from '../../common/api/client';

type Change = Schemas['ChangeView'];

/** The path by which visitors ask for a page of the draft. */
export const asked = (path: string) => `/${path}`.replace(/\/index\.html$/, '/');

/** Which change is looked at first: the front page's, then that of the page most visited, then any page's. */
export function firstChange(changes: Change[], visits: Map<string, number>): Change | undefined {
  const pages = changes.filter((change) => change.page);
  return (
    pages.find((change) => change.path === 'index.html') ??
    [...pages].sort(
      (a, b) => (visits.get(asked(b.from ?? b.path)) ?? 0) - (visits.get(asked(a.from ?? a.path)) ?? 0),
    )[0] ??
    changes[0]
  );
}
