import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { queries } from '../common/api/queries';
import { whenIdle } from '../common/ui/whenIdle';
import { routes } from './router';

const Toasts = lazy(async () => ({ default: (await import('../common/ui/Toasts')).Toasts }));

/** Shows the application. */
export function start(root: HTMLElement) {
  const router = createBrowserRouter(routes);
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
  whenIdle(() => {
    void import('./ahead').then((ahead) => {
      ahead.fetchOnIntent(router);
    });
  });
}
