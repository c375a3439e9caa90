import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted, sizeText } from '../../common/ui/Words';

const FIRST = 20;

/** How heavy each page is at the first visit, the heaviest first; asked for when it is opened. */
export function PageWeights({ siteId, revision }: { siteId: string; revision: number }) {
  const [open, setOpen] = useState(false);
  const weights = useQuery({
    queryKey: keys.part(siteId, 'weights', revision),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/findings/weights', { params: { path: { siteId } } })),
    enabled: open,
  });
  const most = weights.data?.[0]?.bytes ?? 1;
  return (
    <details
      className="mt-3"
      onToggle={(e) => {
        setOpen(e.currentTarget.open);
      }}
    >
      <summary className="min-h-[25px] cursor-pointer">How heavy each page is</summary>
      <p className="text-soft">
        At the first visit, with the pictures, styles and scripts that come with it.
      </p>
      {open && weights.isPending && <Loading />}
      <Trouble error={weights.error} />
      <ul>
        {weights.data?.slice(0, FIRST).map((page) => (
          <li key={page.path} className="border-water border-b py-1">
            <p className="flex justify-between gap-3">
              <span className="mono min-w-0 truncate" title={page.path}>
                {page.path}
              </span>
              <span className="whitespace-nowrap tabular-nums">
                {sizeText(page.bytes)}, {counted(page.requests, 'request')}
              </span>
            </p>
            <div className="bg-shoal h-1" aria-hidden>
              <div className="bg-water h-1" style={{ width: `${String((page.bytes / most) * 100)}%` }} />
            </div>
          </li>
        ))}
      </ul>
      {weights.data && weights.data.length > FIRST && (
        <p className="text-soft">{counted(weights.data.length - FIRST, 'lighter page')} not listed.</p>
      )}
    </details>
  );
}
