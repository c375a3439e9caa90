import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { SignInPage } from '../who/access/SignInPage';
import { whenIdle } from '../common/ui/whenIdle';

/** Shows the door, and fetches what stands behind it while somebody types. */
export function start(root: HTMLElement) {
  createRoot(root).render(
    <StrictMode>
      <SignInPage />
    </StrictMode>,
  );
  whenIdle(() => {
    void import('./application');
    void import('./Frame');
    void import('../overview/AllSites');
  });
}
