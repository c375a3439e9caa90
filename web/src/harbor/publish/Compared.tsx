import { ToggleGroup } from 'radix-ui';
import { useId, useState } from 'react';
import { PageFrame, type Width } from '../../common/ui/Frames';

const HEIGHT = 440;

type Way = 'beside' | 'over';

const WAYS: [Way, string][] = [
  ['beside', 'Side by side'],
  ['over', 'Slider'],
];

/** A page before and after: side by side, one above the other where it is narrow, or one under the other's edge. */
export function Compared({ before, after, width }: { before: string; after: string; width: Width }) {
  const [way, setWay] = useState<Way>('beside');
  return (
    <>
      <ToggleGroup.Root
        type="single"
        value={way}
        aria-label="How they are compared"
        className="border-ink mb-3 hidden border lg:inline-flex"
        onValueChange={(value) => {
          if (value) setWay(value as Way);
        }}
      >
        {WAYS.map(([value, words]) => (
          <ToggleGroup.Item
            key={value}
            value={value}
            className="hover:bg-shoal data-[state=on]:bg-ink data-[state=on]:text-paper px-2.5 py-1"
          >
            {words}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {way === 'over' ? (
        <Over before={before} after={after} width={width} />
      ) : (
        <div className="grid grid-cols-1 gap-4 sm:grid-cols-2">
          <figure className="min-w-0">
            <figcaption className="text-soft mb-1">Before</figcaption>
            <PageFrame title="Before" url={before} width={width} height={HEIGHT} />
          </figure>
          <figure className="min-w-0">
            <figcaption className="text-soft mb-1">After</figcaption>
            <PageFrame title="After" url={after} width={width} height={HEIGHT} />
          </figure>
        </div>
      )}
    </>
  );
}

/** What was before lies over what comes, as far as the slider says. */
function Over({ before, after, width }: { before: string; after: string; width: Width }) {
  const id = useId();
  const [share, setShare] = useState(50);
  return (
    <figure className="min-w-0">
      <div className="mb-1 flex items-center gap-3">
        <label htmlFor={id} className="text-soft whitespace-nowrap">
          Before
        </label>
        <input
          id={id}
          type="range"
          min={0}
          max={100}
          value={share}
          aria-valuetext={`${String(share)} % before, ${String(100 - share)} % after`}
          className="accent-ink min-w-0 flex-1"
          onChange={(event) => {
            setShare(Number(event.target.value));
          }}
        />
        <span className="text-soft">After</span>
      </div>
      <div className="relative">
        <PageFrame title="After" url={after} width={width} height={HEIGHT} />
        <div
          className="border-magenta absolute inset-0"
          style={{ clipPath: `inset(0 ${String(100 - share)}% 0 0)` }}
        >
          <PageFrame title="Before" url={before} width={width} height={HEIGHT} />
        </div>
      </div>
    </figure>
  );
}
