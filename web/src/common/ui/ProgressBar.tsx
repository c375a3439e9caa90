import { useId } from 'react';
import { Button } from './Button';

/** How far something is. */
export interface Progress {
  what: string;
  done: number;
  total: number;
}

/** Those who listen are told at tens of percent: each percent would be read over the one before. */
export const toldShare = (share: number) => Math.floor(Math.max(0, Math.min(1, share)) * 10) * 10;

/** What is being done and how far it is, for those who are read to. @param share from 0 to 1; null while unknown */
export function Told({ what, share }: { what: string; share: number | null }) {
  return (
    <span role="status" className="sr-only">
      {share === null ? what : `${what}: ${String(toldShare(share))} %`}
    </span>
  );
}

/** What is being done, how far it is, and a way to stop. */
export function ProgressBar({ progress, onStop }: { progress: Progress; onStop?: () => void }) {
  const id = useId();
  const share = progress.total > 0 ? Math.min(1, progress.done / progress.total) : 0;
  const percent = Math.round(share * 100);
  return (
    <div className="my-2">
      <Told what={progress.what} share={share} />
      <div className="mb-1 flex items-baseline justify-between gap-3">
        <span id={id}>
          {progress.what}: {percent} %
        </span>
        {onStop && (
          <Button kind="quiet" onClick={onStop}>
            Stop
          </Button>
        )}
      </div>
      <div
        role="progressbar"
        aria-labelledby={id}
        aria-valuenow={percent}
        aria-valuemin={0}
        aria-valuemax={100}
        className="border-ink h-2 border"
      >
        <div className="bg-water h-full" style={{ width: `${String(share * 100)}%` }} />
      </div>
    </div>
  );
}
