import { lazy, Suspense, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { whenIdle } from '../common/ui/whenIdle';

const finderParts = () => import('./finder/Finder');
const keyParts = () => import('./Keys');
const Finder = lazy(async () => ({ default: (await finderParts()).Finder }));
const Keys = lazy(async () => ({ default: (await keyParts()).Keys }));

/** Where it is kept whether keys of one letter work. */
const LETTERS = 'harbor-letters';

const PLACES: Record<string, string> = { w: 'where', t: 'what', n: 'when', o: 'who', p: 'what/review' };

/** Keys that work wherever nothing is being typed. */
export function Shortcuts() {
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  const [finder, setFinder] = useState(false);
  const [letters, setLetters] = useState(() => localStorage.getItem(LETTERS) !== 'off');

  const keepLetters = (on: boolean) => {
    localStorage.setItem(LETTERS, on ? 'on' : 'off');
    setLetters(on);
  };

  useEffect(() => {
    whenIdle(() => {
      void finderParts();
      void keyParts();
    });
  }, []);

  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const typing = target.closest('input, textarea, select, [contenteditable], [role=dialog]') !== null;
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      const site = /^\/sites\/[^/]+/.exec(window.location.pathname)?.[0];
      const place = PLACES[event.key];
      if (!letters && event.key !== '?') return;
      if (event.key === '?') setHelp(true);
      else if (event.key === '/') setFinder(true);
      else if (event.key === 'a') void navigate('/');
      else if (event.key === 'd') void navigate('/domains');
      else if (place && site) void navigate(`${site}/${place}`);
      else return;
      event.preventDefault();
    };
    const find = () => {
      setFinder(true);
    };
    window.addEventListener('keydown', pressed);
    window.addEventListener('harbor-find', find);
    return () => {
      window.removeEventListener('keydown', pressed);
      window.removeEventListener('harbor-find', find);
    };
  }, [navigate, letters]);

  return (
    <>
      <Suspense>
        {help && (
          <Keys
            letters={letters}
            setLetters={keepLetters}
            onClose={() => {
              setHelp(false);
            }}
          />
        )}
        {finder && <Finder open={finder} onOpenChange={setFinder} />}
      </Suspense>
    </>
  );
}
