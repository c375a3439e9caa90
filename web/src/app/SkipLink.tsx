import { useEffect } from 'react';
import { useLocation } from 'react-router';

/** Moves the focus to what the page is about. */
function toContent() {
  const main = document.querySelector('main');
  if (!main) return;
  main.tabIndex = -1;
  main.focus({ preventScroll: true });
}

/** Leads past the mast by keyboard; and when what had the focus has gone with its page, the focus goes to the new one. */
export function SkipLink() {
  const { pathname } = useLocation();
  useEffect(() => {
    const settled = window.setTimeout(() => {
      if (document.activeElement === document.body) toContent();
    }, 300);
    return () => {
      window.clearTimeout(settled);
    };
  }, [pathname]);
  return (
    <button
      type="button"
      className="border-ink bg-paper absolute -top-20 left-2 z-50 border-2 px-3 py-1 font-medium focus:top-2"
      onClick={toContent}
    >
      Skip to the content
    </button>
  );
}
