import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Check } from '../../common/ui/Check';
import { MARKS, nameOf, aboutChange } from '../change/change';
import { VirtualList } from '../../common/ui/VirtualList';

type Change = Schemas['ChangeView'];

const ROW = 44;

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
