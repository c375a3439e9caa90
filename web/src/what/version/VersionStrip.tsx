import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { usePreview } from '../../common/api/content';
import { WIDTHS } from '../../common/ui/Frames';
import { useThisSite } from '../site/thisSite';

type Version = Schemas['VersionView'];

const WIDTH = 148;
const HEIGHT = 96;

/** With what stands around it, in pixels. */
const STEP = WIDTH + 18;

/**
 * The front pages of versions, small and true: each is drawn by the browser from the version itself, and only those in sight.
 * They are not stored: a picture for each version would need a browser on the server and cost more than the version.
 */
export function VersionStrip({ versions, chosen }: { versions: Version[]; chosen: number | undefined }) {
  const scroller = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    horizontal: true,
    count: versions.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => STEP,
    overscan: 2,
    useFlushSync: false,
  });
  return (
    <div ref={scroller} className="mb-3 overflow-x-auto pb-2" tabIndex={-1}>
      <ol
        aria-label="Front pages of versions"
        className="relative"
        style={{ width: virtual.getTotalSize(), height: `calc(${String(HEIGHT + 10)}px + 1.6rem)` }}
      >
        {virtual.getVirtualItems().map(({ index, start }) => {
          const version = versions[index];
          return (
            version && (
              <li
                key={version.number}
                aria-setsize={versions.length}
                aria-posinset={index + 1}
                className="absolute"
                style={{ left: start }}
              >
                <Thumbnail version={version} chosen={version.number === chosen} />
              </li>
            )
          );
        })}
      </ol>
    </div>
  );
}

function Thumbnail({ version, chosen }: { version: Version; chosen: boolean }) {
  const site = useThisSite();
  const preview = usePreview(site.id, version.number, true);
  const scale = WIDTH / WIDTHS.desktop;
  return (
    <Link
      to={`/sites/${site.id}/what/versions/${String(version.number)}`}
      aria-current={chosen}
      className="hover:bg-shoal aria-[current=true]:bg-land block p-[4px] no-underline"
    >
      <span
        className={`border-ink relative block overflow-hidden border bg-white ${chosen ? 'outline-ink outline-2' : ''}`}
        style={{ width: WIDTH + 2, height: HEIGHT + 2 }}
      >
        {preview.data?.pages.includes('index.html') ? (
          <iframe
            title={`Front page of version ${String(version.number)}`}
            src={preview.data.url}
            sandbox=""
            loading="lazy"
            tabIndex={-1}
            aria-hidden
            className="pointer-events-none"
            style={{
              width: WIDTHS.desktop,
              height: HEIGHT / scale,
              transform: `scale(${String(scale)})`,
              transformOrigin: '0 0',
            }}
          />
        ) : (
          <span className="hatched block h-full" />
        )}
      </span>
      <span className="flex justify-between text-[0.9rem]" style={{ width: WIDTH + 2 }}>
        <span className="font-medium">{version.number}</span>
        {version.number === site.liveVersion && (site.live ? 'live' : 'live last')}
      </span>
    </Link>
  );
}
