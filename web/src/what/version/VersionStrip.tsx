import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { usePreview } from '../../common/api/content';
import { WIDTHS } from '../../common/ui/Frames';
import { useThisSite } from '../site/thisSite';

type Version = Schemas['VersionView'];

const WIDTH = 148;
const HEIGHT = 96;

/**
 * The front pages of versions, small and true: each is drawn by the browser from the version itself once it comes into
 * sight. They are not stored: a picture for each version would need a browser on the server and cost more than the version.
 */
export function VersionStrip({ versions, chosen }: { versions: Version[]; chosen: number | undefined }) {
  return (
    <ol aria-label="Front pages of versions" className="mb-3 flex gap-2 overflow-x-auto pb-2">
      {versions.map((version) => (
        <li key={version.number} className="shrink-0">
          <Thumbnail version={version} chosen={version.number === chosen} />
        </li>
      ))}
    </ol>
  );
}

function Thumbnail({ version, chosen }: { version: Version; chosen: boolean }) {
  const site = useThisSite();
  const place = useRef<HTMLAnchorElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const observer = new IntersectionObserver(([entry]) => {
      if (entry?.isIntersecting) setSeen(true);
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  const preview = usePreview(site.id, version.number, seen);
  const scale = WIDTH / WIDTHS.desktop;
  return (
    <Link
      ref={place}
      to={`/sites/${site.id}/what/versions/${String(version.number)}`}
      aria-current={chosen}
      className="hover:bg-shoal aria-[current=true]:bg-land block p-1 no-underline"
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
