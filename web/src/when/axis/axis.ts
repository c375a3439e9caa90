import { addDays, startOfDay, startOfMonth, eachMonthOfInterval, eachDayOfInterval } from 'date-fns';
import { inZone, shown } from '../../common/clock/time';

/** How many days an axis shows on each side of now. */
export type Reach = 'week' | 'months' | 'year' | 'years';

export const REACHES: [reach: Reach, words: string][] = [
  ['week', 'A week'],
  ['months', 'Two months'],
  ['year', 'A year'],
  ['years', 'Three years'],
];

const DAYS: Record<Reach, number> = { week: 3.5, months: 30, year: 183, years: 548 };

export const isReach = (text: string | null): text is Reach => text !== null && text in DAYS;

/** How many days of what is to come an axis needs. */
export const daysAhead = (reach: Reach) => Math.max(31, DAYS[reach]);

export const WIDTH = 1000;

/** One time axis, with now or the day that was asked for in its middle. */
export interface Axis {
  now: Date;
  middle: Date;
  reach: Reach;
  x: (at: Date) => number;
  /** The other way round. */
  at: (x: number) => Date;
  /** Where lines are drawn. */
  marks: Date[];
}

export function axisAround(now: Date, reach: Reach, middle = now): Axis {
  const half = DAYS[reach] * 86_400_000;
  const x = (at: Date) => ((at.getTime() - middle.getTime()) / half + 1) * (WIDTH / 2);
  return {
    now,
    middle,
    reach,
    x,
    at: (to) => new Date(middle.getTime() + (to / (WIDTH / 2) - 1) * half),
    marks: marksAround(middle, reach).filter((mark) => x(mark) > 0 && x(mark) < WIDTH),
  };
}

function marksAround(now: Date, reach: Reach): Date[] {
  const days = DAYS[reach];
  if (reach === 'week') {
    return eachDayOfInterval({ start: addDays(now, -3), end: addDays(now, 4) }, inZone()).slice(0, 8);
  }
  if (reach === 'months') {
    return Array.from({ length: 9 }, (_, i) => startOfDay(addDays(now, (i - 4) * 7), inZone()));
  }
  const months = eachMonthOfInterval({ start: addDays(now, -days), end: addDays(now, days) }, inZone());
  const every = reach === 'year' ? 2 : 6;
  return months
    .map((month) => startOfMonth(month, inZone()))
    .filter((month) => (Number(shown(month, 'M')) - 1) % every === 0);
}

/** What is written at a line. */
export const markWords = (axis: Axis, at: Date) =>
  shown(
    at,
    axis.reach === 'week'
      ? 'EEE d MMM'
      : axis.reach === 'months'
        ? 'd MMM'
        : axis.reach === 'year' && shown(at, 'M') !== '1'
          ? 'MMM'
          : 'MMM yyyy',
  );
