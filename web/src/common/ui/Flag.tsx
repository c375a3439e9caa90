import { useId, type ReactNode } from 'react';
import type { Schemas } from '../api/client';

type FlagView = Schemas['FlagView'];

/** Dyes that bunting could have; the same by day and night, as cloth is. */
const DYES = ['#c8442f', '#1f5673', '#e0a526', '#3f6b4f', '#f4efe2', '#7a3b69', '#2b2d33', '#6fa8b5'];

const FIGURES: Record<FlagView['pattern'], ReactNode> = {
  WEDGE: <path d="M0 0 18 8 0 16z" />,
  STEP: <path d="M0 16V10h8V5h8V0h8v16z" />,
  ARCH: <path d="M4 16a8 11 0 0 1 16 0z" />,
  SPLIT_WAVE: <path d="M0 9c4-5 8-5 12 0s8 5 12 0v7H0z" />,
  CORNER_DISC: <circle cx="24" cy="0" r="12" />,
  SAW: <path d="M0 16 4 8l4 8 4-8 4 8 4-8 4 8z" />,
  LOZENGE_ROW: <path d="m4 3 4 5-4 5-4-5zM12 3l4 5-4 5-4-5zM20 3l4 5-4 5-4-5z" />,
  SLANT: <path d="M6 0h8L8 16H0z" />,
  HOURGLASS: <path d="M3 0h18L3 16h18z" />,
  RIM: <path d="M0 0h24v16H0zM5 4v8h14V4z" fillRule="evenodd" />,
  KEYHOLE: <path d="M12 2a4 4 0 0 1 2 7.5L16 16H8l2-6.5A4 4 0 0 1 12 2z" />,
  THREE_BARS: <path d="M4 3h4v13H4zM10 3h4v13h-4zM16 3h4v13h-4z" />,
};

/** The mark of a site. It stands beside the name, which says the same, so it is silent for screen readers. */
export function Flag({ flag, size = 24 }: { flag: FlagView; size?: number }) {
  const clip = useId();
  return (
    <svg width={size} height={(size * 2) / 3} viewBox="0 0 24 16" aria-hidden className="shrink-0">
      <clipPath id={clip}>
        <path d="M0 0h24v16H0z" />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <path d="M0 0h24v16H0z" fill={DYES[flag.ground]} />
        <g fill={DYES[flag.figure]}>{FIGURES[flag.pattern]}</g>
      </g>
      <path d="M.5.5h23v15H.5z" fill="none" stroke="#10293d" strokeOpacity=".55" />
    </svg>
  );
}
