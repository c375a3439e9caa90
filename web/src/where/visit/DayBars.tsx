import { eachDayOfInterval, format, subDays } from 'date-fns';
import type { Schemas } from '../../common/api/client';
import { counted } from '../../common/ui/Words';

const HEIGHT = 64;

/** Visits day by day, as bars; a table says the same to those who cannot see it. */
export function DayBars({
  days,
  today,
  byDay,
  label,
}: {
  days: number;
  today: string;
  byDay: Schemas['DayOfVisits'][];
  label: string;
}) {
  const last = new Date(`${today}T00:00:00`);
  const visits = new Map(byDay.map((day) => [day.day, day.visits]));
  const bars = eachDayOfInterval({ start: subDays(last, days - 1), end: last }).map((date) => ({
    date,
    visits: visits.get(format(date, 'yyyy-MM-dd')) ?? 0,
  }));
  const most = Math.max(1, ...bars.map((bar) => bar.visits));
  const width = 100 / bars.length;
  return (
    <figure className="mb-3">
      <svg
        viewBox={`0 0 100 ${String(HEIGHT)}`}
        preserveAspectRatio="none"
        className="h-24 w-full"
        aria-hidden
      >
        {bars.map((bar, i) => {
          const height = (bar.visits / most) * (HEIGHT - 2);
          return (
            <rect
              key={bar.date.toISOString()}
              x={i * width + width * 0.1}
              y={HEIGHT - height}
              width={width * 0.8}
              height={height}
              className="fill-water"
            >
              <title>{`${format(bar.date, 'd MMM yyyy')}: ${counted(bar.visits, 'visit')}`}</title>
            </rect>
          );
        })}
        <path d={`M0 ${String(HEIGHT)}H100`} className="stroke-ink" vectorEffect="non-scaling-stroke" />
      </svg>
      <figcaption className="text-soft flex justify-between text-[0.9rem]">
        <span>{bars[0] && format(bars[0].date, 'd MMM')}</span>
        <span>at most {counted(most, 'visit')} a day</span>
        <span>{format(last, 'd MMM')}, so far</span>
      </figcaption>
      <table className="sr-only">
        <caption>{label}</caption>
        <tbody>
          {bars.map((bar) => (
            <tr key={bar.date.toISOString()}>
              <th scope="row">{format(bar.date, 'd MMM yyyy')}</th>
              <td>{bar.visits}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
