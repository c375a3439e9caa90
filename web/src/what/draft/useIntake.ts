import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { refreshSite } from '../../common/api/queries';
import type { FolderFile } from './folder';
import type { Progress } from '../../common/ui/ProgressBar';
import { takeIn, type TakenIn } from './intake';

interface Wanted {
  siteId: string;
  files: FolderFile[];
  replace: boolean;
  revision?: number;
}

/** An intake under way: how far it is, how to stop it, what came of it. */
export function useIntake(onDone?: (taken: TakenIn, wanted: Wanted) => void) {
  const [progress, setProgress] = useState<Progress>();
  const stopper = useRef<AbortController>(undefined);
  const mutation = useMutation({
    mutationFn: (wanted: Wanted) => {
      stopper.current = new AbortController();
      return takeIn({
        ...wanted,
        revision: wanted.revision,
        signal: stopper.current.signal,
        onProgress: setProgress,
      });
    },
    onSuccess: async (taken, wanted) => {
      await refreshSite(wanted.siteId);
      onDone?.(taken, wanted);
    },
    onSettled: () => {
      setProgress(undefined);
    },
  });
  const stopped = mutation.error instanceof DOMException && mutation.error.name === 'AbortError';
  return {
    ...mutation,
    error: stopped ? null : mutation.error,
    stopped,
    progress,
    stop: () => stopper.current?.abort(),
  };
}
