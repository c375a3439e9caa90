import { useEffect, useRef, useState } from 'react';

export const WIDTHS = { phone: 390, tablet: 768, desktop: 1280 } as const;
export type Width = keyof typeof WIDTHS;

interface Props {
  title: string;
  url: string;
  width: Width;
  height?: number;
}

/** A page rendered at a device's width and shrunk to the room there is. */
export function PageFrame({ title, url, width, height = 640 }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(0);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      setRoom(entry?.contentRect.width ?? 0);
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  // Whole pixels within the frame's own lines, so that these are not painted over.
  const scale = room === 0 ? 1 : Math.min(1, Math.floor(room - 2) / WIDTHS[width]);
  return (
    <div ref={place} className="min-w-0 overflow-hidden">
      <div className="border-ink border bg-white" style={{ width: WIDTHS[width] * scale + 2, height }}>
        {/* The page is another origin, so its scripts cannot reach this one. */}
        <iframe
          key={url}
          title={title}
          src={url}
          sandbox="allow-scripts allow-same-origin allow-forms allow-popups"
          style={{
            width: WIDTHS[width],
            height: (height - 2) / scale,
            transform: `scale(${String(scale)})`,
            transformOrigin: '0 0',
          }}
        />
      </div>
    </div>
  );
}

/** The address of a page within a preview. */
export const pageUrl = (base: string, page: string) =>
  base +
  page
    .replace(/(^|\/)index\.html$/, '$1')
    .split('/')
    .map(encodeURIComponent)
    .join('/');
