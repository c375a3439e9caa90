import { useState, type ReactNode } from 'react';
import { LinkButton } from './Button';
import { Check } from './Check';
import { Filter } from './Filter';

interface Props {
  /** What can be done with them, and how many there are. */
  title: string;
  /** What the filter says, such as "Only unchanged files whose path has". */
  label: string;
  paths: string[];
  chosen: ReadonlySet<string>;
  onChoose: (chosen: Set<string>) => void;
  children: ReactNode;
}

const MOST_SHOWN = 50;

/** Paths out of sight until they are asked for, some of which may be chosen. */
export function PathChoice({ title, label, paths, chosen, onChoose, children }: Props) {
  const [filter, setFilter] = useState('');
  const found = paths.filter((path) => path.toLowerCase().includes(filter.toLowerCase()));
  const all = found.every((path) => chosen.has(path));
  if (paths.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="min-h-[25px] cursor-pointer py-1">{title}</summary>
      <p className="text-soft my-2">{children}</p>
      {paths.length > MOST_SHOWN && <Filter label={label} value={filter} onChange={setFilter} />}
      {found.length > 1 && (
        <p className="mb-1">
          <LinkButton
            onClick={() => {
              onChoose(
                all
                  ? new Set([...chosen].filter((path) => !found.includes(path)))
                  : new Set([...chosen, ...found]),
              );
            }}
          >
            {all ? 'Untick' : 'Tick'} all {found.length}
          </LinkButton>
        </p>
      )}
      <ul className="border-water max-h-60 overflow-auto border-y">
        {found.slice(0, MOST_SHOWN).map((path) => (
          <li key={path} className="px-2 py-1">
            <Check
              checked={chosen.has(path)}
              onChange={(on) => {
                const next = new Set(chosen);
                if (on) next.add(path);
                else next.delete(path);
                onChoose(next);
              }}
            >
              <span className="mono [overflow-wrap:anywhere]">{path}</span>
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
