import type { ReactNode } from 'react';

/** The quay one arrives at: what this is, and one form. */
export function Doorway({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="grid min-h-screen grid-cols-1 md:grid-cols-[5fr_4fr]">
      <title>{`${title} · Even Harbor`}</title>
      <div className="bg-shoal hidden flex-col justify-end p-10 md:flex">
        <Soundings />
        <p className="font-head text-4xl font-bold">Even Harbor</p>
        <p className="mt-2 max-w-md text-lg">
          Where, what, when and for whom your sites are live: decided by you, seen before anyone else sees it,
          and undone as easily.
        </p>
      </div>
      <div className="flex flex-col justify-center p-8 sm:p-12">
        <div className="w-full max-w-sm">
          <h1 className="mb-5 text-2xl">{title}</h1>
          {children}
        </div>
      </div>
    </main>
  );
}

/** A coast with depth lines, as on a paper chart. */
function Soundings() {
  return (
    <svg viewBox="0 0 420 300" className="mb-8 w-full max-w-lg" aria-hidden>
      <path
        d="M0 0h250c-20 40 10 60-20 90s-70 10-90 50 20 60-20 90-80 10-120 30z"
        className="fill-land stroke-ink"
      />
      {[18, 40, 66].map((d, i) => (
        <path
          key={d}
          d="M250 0c-20 40 10 60-20 90s-70 10-90 50 20 60-20 90-80 10-120 30"
          className="stroke-water fill-none"
          strokeDasharray={i === 1 ? '5 4' : undefined}
          transform={`translate(${String(d)} ${String(d * 0.6)})`}
        />
      ))}
      {[
        [300, 60, '4'],
        [340, 130, '7'],
        [270, 170, '5'],
        [220, 240, '9'],
        [370, 220, '12'],
        [380, 60, '6'],
      ].map(([x, y, depth]) => (
        <text key={`${String(x)}-${String(y)}`} x={x} y={y} className="fill-soft font-mono text-[0.87rem]">
          {depth}
        </text>
      ))}
      <path d="M150 150v-26l20 8-20 8" className="fill-ink stroke-ink" />
    </svg>
  );
}
