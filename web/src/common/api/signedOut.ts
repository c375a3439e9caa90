const listeners = new Set<() => void>();

/** Calls back when an answer says that the person is signed out. @returns how to stop listening */
export function onSignedOut(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function tellSignedOut() {
  listeners.forEach((listener) => {
    listener();
  });
}
