import { Toaster } from 'sonner';

/** Where short words on what was done come and go. */
export function Toasts() {
  return (
    <Toaster
      position="bottom-right"
      toastOptions={{
        style: {
          background: 'var(--ink)',
          color: 'var(--paper)',
          borderRadius: 0,
          border: 0,
          boxShadow: 'none',
          fontFamily: 'var(--font-text)',
        },
      }}
    />
  );
}
