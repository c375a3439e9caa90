import { describe, expect, it } from 'vitest';
import { axisAround, daysAhead, REACHES, WIDTH } from './axis';

const NOW = new Date('2026-11-30T12:00:00Z');
const DAY = 86_400_000;

describe('the axis', () => {
  it.each(REACHES.map(([reach]) => reach))(
    'has its middle in the middle, and goes both ways: %s',
    (reach) => {
      for (const middle of [NOW, new Date('2027-06-01T08:00:00Z'), new Date('2024-02-29T00:00:00Z')]) {
        const axis = axisAround(NOW, reach, middle);
        expect(axis.x(middle)).toBeCloseTo(WIDTH / 2);
        for (const at of [0, 120, 500, 999]) expect(axis.x(axis.at(at))).toBeCloseTo(at, 2);
        expect(axis.now).toBe(NOW);
      }
    },
  );

  it.each(REACHES.map(([reach]) => reach))(
    'has marks in order, none outside, enough to read by: %s',
    (reach) => {
      const axis = axisAround(NOW, reach, new Date(NOW.getTime() + 200 * DAY));
      const places = axis.marks.map((mark) => axis.x(mark));
      expect(places).toEqual([...places].sort((a, b) => a - b));
      expect(places.every((x) => x > 0 && x < WIDTH)).toBe(true);
      expect(places.length).toBeGreaterThanOrEqual(4);
      expect(places.length).toBeLessThanOrEqual(9);
    },
  );

  it('asks for what is to come as far as it reaches', () => {
    expect(daysAhead('week')).toBe(31);
    expect(daysAhead('years')).toBeGreaterThan(500);
  });
});
