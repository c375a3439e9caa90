import type { ReactNode } from 'react';
import { Button } from './Button';

interface Props {
  kind?: 'primary' | 'alarm';
  busy: boolean;
  onDo: () => void;
  /** What is done, in words. */
  children: ReactNode;
  onLeave: () => void;
  /** The way back, in words. */
  leave: string;
}

/** The two ways out of a dialog: to do it, and to leave things as they are. */
export function DialogActions({ kind = 'primary', busy, onDo, children, onLeave, leave }: Props) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button kind={kind} busy={busy} onClick={onDo}>
        {children}
      </Button>
      <Button data-way-back onClick={onLeave}>
        {leave}
      </Button>
    </div>
  );
}
