import type { Schemas } from '../../common/api/client';

type FileView = Schemas['FileView'];

/** A row of the ledger of files: a folder or a file, and how deep it lies. */
export type Row =
  | { kind: 'folder'; path: string; name: string; depth: number; count: number }
  | { kind: 'file'; path: string; name: string; depth: number; file: FileView };

/** The rows of a sorted list of files, without what lies in closed folders. */
export function rowsOf(files: FileView[], closed: Set<string>): Row[] {
  const counts = new Map<string, number>();
  for (const file of files) {
    for (let slash = file.path.indexOf('/'); slash >= 0; slash = file.path.indexOf('/', slash + 1)) {
      const folder = file.path.slice(0, slash + 1);
      counts.set(folder, (counts.get(folder) ?? 0) + 1);
    }
  }
  const rows: Row[] = [];
  const opened = new Set<string>();
  for (const file of files) {
    let hidden = false;
    let depth = 0;
    for (let slash = file.path.indexOf('/'); slash >= 0; slash = file.path.indexOf('/', slash + 1)) {
      const folder = file.path.slice(0, slash + 1);
      if (!hidden && !opened.has(folder)) {
        opened.add(folder);
        const name = folder.slice(folder.lastIndexOf('/', slash - 1) + 1);
        rows.push({ kind: 'folder', path: folder, name, depth, count: counts.get(folder) ?? 0 });
      }
      hidden ||= closed.has(folder);
      depth++;
    }
    if (!hidden) {
      rows.push({
        kind: 'file',
        path: file.path,
        name: file.path.slice(file.path.lastIndexOf('/') + 1),
        depth,
        file,
      });
    }
  }
  return rows;
}
