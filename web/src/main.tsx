import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { queries } from './common/api/queries';
import { router } from './app/router';
import { beginTheme } from './common/ui/theme';
import './app/style.css';

const Toasts = lazy(async () => ({ default: (await import('./common/ui/Toasts')).Toasts }));

beginTheme();

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
        <Suspense>
          <Toasts />
        </Suspense>
      </QueryClientProvider>
    </StrictMode>,
  );
}
