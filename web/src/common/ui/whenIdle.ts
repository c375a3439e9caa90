/** Does something once the browser has nothing else to do; it must not matter whether it is done. */
export function whenIdle(act: () => void) {
  // Safari has no idle callback.
  if ('requestIdleCallback' in window) window.requestIdleCallback(act);
  else setTimeout(act, 1_000);
}
