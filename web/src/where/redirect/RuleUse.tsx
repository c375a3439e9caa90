import { format, subDays } from 'date-fns';
import { harborNow } from '../../common/clock/harborClock';
import type { Schemas } from '../../common/api/client';
import { Time } from '../../common/ui/Words';

const DAYS = 30;

/** How often a rule was followed: in all, by day, last time. */
export function RuleUse({ use }: { use: Schemas['UseView'] }) {
  const byDay = new Map(use.days.map((d) => [d.day, d.follows]));
  const days = Array.from({ length: DAYS }, (_, i) => {
    const day = format(subDays(harborNow(), DAYS - 1 - i), 'yyyy-MM-dd');
    return { day, follows: byDay.get(day) ?? 0 };
  });
  const most = Math.max(1, ...days.map((d) => d.follows));
  return (
    <section aria-label="Use" className="border-water mt-5 border-t pt-4">
      <h3 className="text-[1.05rem]">Use</h3>
      {use.lastAt === null ? (
        <p>
          {use.unusedForAYear ? (
            'Nobody followed it for a year. It may go.'
          ) : (
            <>
              Nobody has followed it yet
              {use.since !== null && (
                <>
                  ; it is here since <Time at={use.since} />
                </>
              )}
              .
            </>
          )}
        </p>
      ) : (
        <>
          <p>
            Followed {use.follows.toLocaleString('en')} times in a year, last <Time at={use.lastAt} />.
          </p>
          <svg
            viewBox={`0 0 ${String(DAYS * 10)} 44`}
            className="mt-2 h-16 w-full max-w-md"
            role="img"
            aria-label={`By day, the last ${String(DAYS)} days: ${days
              .filter((d) => d.follows > 0)
              .map((d) => `${d.day} ${String(d.follows)}`)
              .join(', ')}`}
          >
            {days.map((d, i) => (
              <rect
                key={d.day}
                x={i * 10 + 1}
                width={8}
                y={40 - (d.follows / most) * 38}
                height={(d.follows / most) * 38}
                className="fill-water"
              >
                <title>{`${d.day}: ${String(d.follows)}`}</title>
              </rect>
            ))}
            <line x1="0" x2={DAYS * 10} y1="40.5" y2="40.5" className="stroke-ink" />
          </svg>
          <p className="text-soft text-[0.93rem]">
            By day, the last {DAYS} days, at most {most} a day
          </p>
        </>
      )}
    </section>
  );
}
