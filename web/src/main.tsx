import { beginTheme } from './common/ui/theme';
import './app/style.css';

beginTheme();

const root = document.getElementById('root');
if (root) {
  // The door alone is small: whoever waits there need not wait for what stands behind it.
  const start =
    window.location.pathname === '/sign-in' ? import('./app/entrance') : import('./app/application');
  start
    .then((begun) => {
      begun.start(root);
    })
    .catch(() => {
      root.textContent = 'This page could not be loaded. Check your connection, then load it again.';
    });
}
