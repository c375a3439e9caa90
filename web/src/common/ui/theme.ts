import { useSyncExternalStore } from 'react';

export type Theme = 'light' | 'night';

const KEY = 'harbor-theme';
const system = window.matchMedia('(prefers-color-scheme: dark)');
const listeners = new Set<() => void>();

function current(): Theme {
  const chosen = localStorage.getItem(KEY);
  if (chosen === 'light' || chosen === 'night') return chosen;
  return system.matches ? 'night' : 'light';
}

function apply() {
  document.documentElement.dataset.theme = current();
  listeners.forEach((listener) => {
    listener();
  });
}

/** Follows the system until the person chooses. Called once, before the first paint. */
export function beginTheme() {
  apply();
  system.addEventListener('change', apply);
}

/** The colours in use, and how to change them. */
export function useTheme(): [Theme, (theme: Theme) => void] {
  const theme = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, current);
  return [
    theme,
    (chosen) => {
      localStorage.setItem(KEY, chosen);
      apply();
    },
  ];
}
