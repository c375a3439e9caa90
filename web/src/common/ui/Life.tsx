import { useHarborNow } from '../clock/harborClock';
import { shown } from '../clock/time';

const WIDTH = 200;

/**
 * A life on an axis of its own: how much of it is over, and what happens before its end. What stands beside it says the
 * same in words.
 */
export function Life({ from, until, mark }: { from: string; until: string; mark?: string | null }) {
  const now = useHarborNow();
  const begin = new Date(from).getTime();
  const end = Math.max(begin + 1, new Date(until).getTime());
  const x = (at: number) => (Math.min(1, Math.max(0, (at - begin) / (end - begin))) * WIDTH).toFixed(1);
  return (
    <span aria-hidden className="mt-1 block max-w-80">
      <svg viewBox={`0 0 ${String(WIDTH)} 16`} preserveAspectRatio="none" className="block h-4 w-full">
        <path d={`M0 4h${x(now)}v8H0z`} className="fill-water" />
        <path d={`M${x(now)} 4H${String(WIDTH)}v8H${x(now)}z`} className="fill-shoal" />
        <path
          d={`M0 1v14M${String(WIDTH)} 1v14M${x(now)} 0v16`}
          className="stroke-ink fill-none"
          vectorEffect="non-scaling-stroke"
        />
        {mark != null && (
          <path
            d={`M${x(new Date(mark).getTime())} 0v16`}
            className="stroke-ink fill-none"
            strokeDasharray="2 2"
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
      <span className="text-soft flex justify-between text-[0.86rem]">
        <span>{shown(from, 'd MMM yyyy')}</span>
        <span>{shown(until, 'd MMM yyyy')}</span>
      </span>
    </span>
  );
}
