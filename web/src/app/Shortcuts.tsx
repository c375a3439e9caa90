import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { Check } from '../common/ui/Check';
import { Dialog } from '../common/ui/Dialog';
import { Finder } from './finder/Finder';

const KEYS: [string, string][] = [
  ['/', 'Find anything by its name'],
  ['?', 'Show these shortcuts'],
  ['a', 'All sites'],
  ['d', 'Domains'],
  ['w', 'Where: addresses'],
  ['t', 'What: draft, preview, versions'],
  ['n', 'When: the past of this site'],
  ['o', 'Who: people'],
  ['p', 'The publish review'],
  ['Esc', 'Close what is open'],
];

/** Where it is kept whether keys of one letter work. */
const LETTERS = 'harbor-letters';

const PLACES: Record<string, string> = { w: 'where', t: 'what', n: 'when', o: 'who', p: 'what/review' };

/** Keys that work wherever nothing is being typed. */
export function Shortcuts() {
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  const [finder, setFinder] = useState(false);
  const [letters, setLetters] = useState(() => localStorage.getItem(LETTERS) !== 'off');

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
      <Dialog open={help} onOpenChange={setHelp} title="Keys">
        <dl className="grid grid-cols-[5rem_1fr] gap-y-1.5">
          {KEYS.map(([key, what]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="mono border-water bg-land border px-2 py-0.5">{key}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <div className="border-water mt-4 border-t pt-3">
          <Check
            checked={letters}
            onChange={(on) => {
              localStorage.setItem(LETTERS, on ? 'on' : 'off');
              setLetters(on);
            }}
          >
            Keys of one letter work; without them only ? does
          </Check>
        </div>
      </Dialog>
      <Finder open={finder} onOpenChange={setFinder} />
    </>
  );
}
