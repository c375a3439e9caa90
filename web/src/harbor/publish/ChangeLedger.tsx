import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Check } from '../../common/ui/Check';
import { VirtualList } from '../../common/ui/VirtualList';
import { sizeText } from '../../common/ui/Words';

type Change = Schemas['ChangeView'];

const ROW = 44;

/** The sign of what happened, and its word. */
export const MARKS: Record<Change['kind'], [string, string]> = {
  ADDED: ['+', 'added'],
  CHANGED: ['≠', 'changed'],
  REMOVED: ['−', 'removed'],
  MOVED: ['→', 'moved'],
};

/** What is set about pages lies beside them in a file of its own. */
export const SETTINGS = '.harbor/settings.json';

/** What a change is called. */
export const nameOf = (change: Change) => (change.path === SETTINGS ? 'Page settings' : change.path);

/** In words: what happened, and what it does to the size. */
export function aboutChange(change: Change): string {
  if (change.path === SETTINGS) return 'titles, cards, facts, code: what is set beside the files';
  const [, word] = MARKS[change.kind];
  const said = change.kind === 'MOVED' && change.edited ? 'moved and edited' : word;
  const moved = change.from === null ? '' : ` from ${change.from}`;
  if (change.kind === 'ADDED') return `${said}, ${sizeText(change.after)}`;
  if (change.kind === 'REMOVED') return `${said}, was ${sizeText(change.before)}`;
  return change.before === change.after
    ? `${said}${moved}`
    : `${said}${moved}, ${sizeText(change.before)} → ${sizeText(change.after)}`;
}

interface Props {
  changes: Change[];
  heldBack: Set<string>;
  onHold: (heldBack: Set<string>) => void;
  selected: string;
}

/** The change list. Unticking a row holds that change back from this publish. */
export function ChangeLedger({ changes, heldBack, onHold, selected }: Props) {
  if (changes.length === 0) return null;
  const hold = (path: string, going: boolean) => {
    const next = new Set(heldBack);
    if (going) next.delete(path);
    else next.add(path);
    onHold(next);
  };
  return (
    <>
      <div className="mb-1 flex items-baseline justify-between">
        <h2 className="text-lg">Changes</h2>
        <button
          type="button"
          className="decoration-water underline"
          onClick={() => {
            onHold(heldBack.size === 0 ? new Set(changes.map((c) => c.path)) : new Set());
          }}
        >
          {heldBack.size === 0 ? 'Select none' : 'Select all'}
        </button>
      </div>
      <VirtualList
        rows={changes}
        height={ROW}
        keyOf={(change) => change.path}
        look={(change) =>
          `flex items-center gap-2 px-2 ${change.path === selected ? 'bg-land' : ''} ${heldBack.has(change.path) ? 'opacity-60' : ''}`
        }
        className="max-h-[50vh]"
      >
        {(change) => (
          <>
            <Check
              checked={!heldBack.has(change.path)}
              label={`Publish ${nameOf(change)}`}
              onChange={(going) => {
                hold(change.path, going);
              }}
            />
            <span aria-hidden className="mono w-4 text-center text-lg">
              {MARKS[change.kind][0]}
            </span>
            <Link
              to={`?path=${encodeURIComponent(change.path)}`}
              replace
              aria-current={change.path === selected}
              className="min-w-0 flex-1 no-underline hover:underline"
            >
              <span
                className={`mono block truncate ${change.page ? 'font-semibold' : ''}`}
                title={change.path}
              >
                {nameOf(change)}
              </span>
              <span className="text-soft block truncate text-[0.9rem]">{aboutChange(change)}</span>
            </Link>
          </>
        )}
      </VirtualList>
    </>
  );
}
