/** How fast something was. @property at when, in milliseconds of one clock */
export interface Rate {
  at: number;
  bytesPerSecond: number;
}

/** As many as a drawing of that width can show. */
export const MOST_RATES = 240;

/** With one more look; where there are too many, every other one of those before goes, so that the beginning stays. */
export function withRate(rates: readonly Rate[], next: Rate): Rate[] {
  const kept = rates.length < MOST_RATES ? rates : rates.filter((_, i) => i % 2 === 0);
  return [...kept, next];
}

/** The line through them in a box of this size, as the path of an SVG; empty for fewer than two. */
export function ratePath(rates: readonly Rate[], width: number, height: number): string {
  const last = rates.at(-1);
  const first = rates[0];
  if (first === undefined || last === undefined || last.at === first.at) return '';
  const most = Math.max(1, ...rates.map((rate) => rate.bytesPerSecond));
  const points = rates.map(({ at, bytesPerSecond }) => {
    const x = ((at - first.at) / (last.at - first.at)) * width;
    return `${x.toFixed(1)} ${(height - (bytesPerSecond / most) * height).toFixed(1)}`;
  });
  return `M${points.join('L')}`;
}
