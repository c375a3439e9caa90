import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { Dialog } from './Dialog';
import { DialogActions } from './DialogActions';

/** Warns before what is typed and not saved goes: within the application, and when the page is closed. */
export function Unsaved({
  when,
  what,
  keptWithin = false,
}: {
  when: boolean;
  what: string;
  /** Whether it stays while only the query of the URL changes. */
  keptWithin?: boolean;
}) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) =>
      when &&
      (currentLocation.pathname !== nextLocation.pathname ||
        (!keptWithin && currentLocation.search !== nextLocation.search)),
  );
  useEffect(() => {
    if (!when) return;
    const stay = (event: BeforeUnloadEvent) => {
      event.preventDefault();
    };
    window.addEventListener('beforeunload', stay);
    return () => {
      window.removeEventListener('beforeunload', stay);
    };
  }, [when]);
  const blocked = blocker.state === 'blocked';
  return (
    <Dialog
      alarming
      open={blocked}
      onOpenChange={() => {
        if (blocked) blocker.reset();
      }}
      title="Go without saving?"
    >
      <p className="mb-4">{what} is not saved yet. If you go now, what you typed is lost.</p>
      <DialogActions
        kind="alarm"
        busy={false}
        onDo={() => {
          if (blocked) blocker.proceed();
        }}
        leave="Cancel"
        onLeave={() => {
          if (blocked) blocker.reset();
        }}
      >
        Go without saving
      </DialogActions>
    </Dialog>
  );
}
