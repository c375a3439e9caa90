import { Check } from '../common/ui/Check';
import { Dialog } from '../common/ui/Dialog';

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

/** Which keys do what, and whether those of one letter do. */
export function Keys({
  letters,
  setLetters,
  onClose,
}: {
  letters: boolean;
  setLetters: (on: boolean) => void;
  onClose: () => void;
}) {
  return (
    <Dialog open onOpenChange={onClose} title="Keys">
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
        <Check checked={letters} onChange={setLetters}>
          Keys of one letter work; without them only ? does
        </Check>
      </div>
    </Dialog>
  );
}
