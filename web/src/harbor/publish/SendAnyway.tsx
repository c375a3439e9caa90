import type { Schemas } from '../../common/api/client';
import { PathChoice } from '../../common/ui/PathChoice';

interface Props {
  files: Schemas['FileView'][];
  changed: Schemas['ChangeView'][];
  chosen: Set<string>;
  onChoose: (chosen: Set<string>) => void;
}

/** Unchanged files, for someone who does not trust that what is live is what it should be. */
export function SendAnyway({ files, changed, chosen, onChoose }: Props) {
  const touched = new Set(changed.map((c) => c.path));
  const unchanged = files.map((f) => f.path).filter((path) => !touched.has(path));
  return (
    <PathChoice
      title={`Send an unchanged file anyway (${String(unchanged.length)})`}
      label="Filter by path"
      paths={unchanged}
      chosen={chosen}
      onChoose={onChoose}
    >
      Its stored content is read back and checked against its checksum before it goes live again.
    </PathChoice>
  );
}
