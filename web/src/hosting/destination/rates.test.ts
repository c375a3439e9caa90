import { describe, expect, it } from 'vitest';
import { MOST_RATES, ratePath, withRate, type Rate } from './rates';

const rates = (...speeds: number[]): Rate[] => speeds.map((bytesPerSecond, at) => ({ at, bytesPerSecond }));

describe('rates over time', () => {
  it('are drawn from the first to the last, the fastest at the top', () => {
    expect(ratePath(rates(0, 10, 5), 100, 20)).toBe('M0.0 20.0L50.0 0.0L100.0 10.0');
  });

  it.each([[rates()], [rates(7)]])('are no line before there are two: %j', (few) => {
    expect(ratePath(few, 100, 20)).toBe('');
  });

  it('stay few, and keep their beginning and their end', () => {
    let all: Rate[] = [];
    for (let at = 0; at < 10_000; at++) all = withRate(all, { at, bytesPerSecond: at });
    expect(all.length).toBeLessThanOrEqual(MOST_RATES);
    expect(all[0]?.at).toBe(0);
    expect(all.at(-1)?.at).toBe(9_999);
    expect(all.map((rate) => rate.at)).toEqual([...all].map((rate) => rate.at).sort((a, b) => a - b));
  });
});
