import { useState } from 'react';
import { useDestinations } from '../../common/api/hosting';
import { sizeText } from '../../common/ui/Words';
import { ratePath, withRate, type Rate } from './rates';
import type { Job } from './words';

const WIDTH = 300;
const HEIGHT = 40;

/** How fast files went since this page looks on, as a line. */
export function RateLine({ siteId, job }: { siteId: string; job: Job }) {
  const at = useDestinations(siteId).dataUpdatedAt;
  const [seen, setSeen] = useState<{ job: Job; rates: Rate[] }>({ job, rates: [] });
  if (seen.job !== job) {
    const rates = seen.job.id === job.id ? seen.rates : [];
    setSeen({
      job,
      rates: withRate(rates, { at, bytesPerSecond: job.bytesPerSecond }),
    });
  }
  const line = ratePath(seen.rates, WIDTH, HEIGHT);
  const fastest = Math.max(0, ...seen.rates.map((rate) => rate.bytesPerSecond));
  return (
    <div className="flex h-14 items-start gap-3">
      {line !== '' && (
        <>
          <svg
            viewBox={`0 -2 ${String(WIDTH)} ${String(HEIGHT + 4)}`}
            preserveAspectRatio="none"
            className="border-water h-12 min-w-0 flex-1 border-b border-l"
            aria-hidden
          >
            <path d={`${line}V${String(HEIGHT)}H0z`} className="fill-shoal" />
            <path d={line} className="stroke-ink fill-none" vectorEffect="non-scaling-stroke" />
          </svg>
          <span className="text-soft text-[0.86rem]">fastest: {sizeText(fastest)} a second</span>
        </>
      )}
    </div>
  );
}
