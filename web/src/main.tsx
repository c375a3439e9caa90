import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { queries } from './common/api/queries';
import { router } from './app/router';
import { beginTheme } from './common/ui/theme';
import './app/style.css';

beginTheme();

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
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
      </QueryClientProvider>
    </StrictMode>,
  );
}
