import { useState } from 'react';
import type { Schemas } from '../api/client';
import { Check } from '../ui/Check';
import { Filter } from '../ui/Filter';

interface Props {
  files: Schemas['FileView'][];
  changed: Schemas['ChangeView'][];
  chosen: Set<string>;
  onChoose: (chosen: Set<string>) => void;
}

const MOST_SHOWN = 50;

/** Unchanged files, for someone who does not trust that what is live is what it should be. */
export function SendAnyway({ files, changed, chosen, onChoose }: Props) {
  const [filter, setFilter] = useState('');
  const touched = new Set(changed.map((c) => c.path));
  const unchanged = files.filter((f) => !touched.has(f.path));
  const found = unchanged.filter((f) => f.path.toLowerCase().includes(filter.toLowerCase()));
  if (unchanged.length === 0) return null;
  return (
    <details className="mt-4">
      <summary className="cursor-pointer">Send an unchanged file anyway ({unchanged.length})</summary>
      <p className="text-soft my-2">
        Its stored content is read back and checked against its checksum before it goes live again.
      </p>
      <Filter label="Only unchanged files whose path has" value={filter} onChange={setFilter} />
      <ul className="border-water max-h-60 overflow-auto border-y">
        {found.slice(0, MOST_SHOWN).map((file) => (
          <li key={file.path} className="px-2 py-1">
            <Check
              checked={chosen.has(file.path)}
              onChange={(on) => {
                const next = new Set(chosen);
                if (on) next.add(file.path);
                else next.delete(file.path);
                onChoose(next);
              }}
            >
              <span className="mono">{file.path}</span>
            </Check>
          </li>
        ))}
      </ul>
      {found.length > MOST_SHOWN && (
        <p className="text-soft">{found.length - MOST_SHOWN} more; type to find them.</p>
      )}
    </details>
  );
}
