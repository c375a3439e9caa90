import type { ExternalToast } from 'sonner';

const shown = (kind: 'message' | 'error') => (words: string, options?: ExternalToast) => {
  // Fetched with the place they appear in, not before the first screen.
  void import('sonner').then(({ toast: sonner }) => sonner[kind](words, options));
};

/** Says in short words what was done; they go by themselves. */
export const toast = Object.assign(shown('message'), { error: shown('error') });
