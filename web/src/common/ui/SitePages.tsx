import { useState } from 'react';
import { usePreview } from '../api/content';
import { PageFrame, pageUrl, type Width } from './Frames';
import { Trouble } from './Trouble';
import { WidthChoice } from './WidthChoice';

interface Props {
  siteId: string;
  /** A version, or null for the draft. */
  version: number | null;
  height?: number;
  /** The page that is shown first. */
  first?: string;
}

/** The pages of a version or of the draft, one at a time, as they look. */
export function SitePages({ siteId, version, height = 380, first }: Props) {
  const preview = usePreview(siteId, version);
  const [width, setWidth] = useState<Width>('desktop');
  const [chosen, setChosen] = useState(first);
  const [asked, setAsked] = useState(first);
  if (asked !== first) {
    // Another page is asked for from outside: it is shown, at the width that was chosen.
    setAsked(first);
    setChosen(first);
  }
  if (!preview.data) return <Trouble error={preview.error} />;
  const { pages, url } = preview.data;
  const known = chosen !== undefined && pages.includes(chosen) ? chosen : undefined;
  const page = known ?? (pages.includes('index.html') ? 'index.html' : pages[0]);
  if (page === undefined) return <p className="text-soft mb-4">There is no page in it.</p>;
  return (
    <div className="mb-4 min-w-0">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <WidthChoice width={width} onChange={setWidth} />
        <select
          aria-label="Page"
          value={page}
          onChange={(e) => {
            setChosen(e.target.value);
          }}
          className="mono border-ink bg-paper max-w-full border px-2 py-1"
        >
          {pages.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </select>
      </div>
      <PageFrame
        title={`${version === null ? 'Draft' : `Version ${String(version)}`}: ${page}`}
        url={pageUrl(url, page)}
        width={width}
        height={height}
      />
    </div>
  );
}
