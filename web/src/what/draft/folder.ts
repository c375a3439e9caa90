import { fromEvent, type FileWithPath } from 'file-selector';

/** A file with the path it has in the folder it came from. */
export interface FolderFile {
  path: string;
  file: File;
}

/**
 * The files of a drop or of a file chooser. Browsers spell the paths differently: `site/a.html` from a chooser,
 * `/site/a.html` from a drop, `./a.html` for a file dropped beside a folder.
 */
export async function filesOf(event: Event): Promise<FolderFile[]> {
  const files = (await fromEvent(event)) as FileWithPath[];
  return files.map((file) => {
    const path = file.webkitRelativePath || file.path || file.name;
    return { path: path.replace(/^\.?\/+/, ''), file };
  });
}

export const isZip = (files: FolderFile[]) => files.length === 1 && /\.zip$/i.test(files[0]?.path ?? '');

/** SHA-256 in lower-case hex; undefined where the browser does not offer it (outside HTTPS and localhost). */
export async function hashOf(file: File): Promise<string | undefined> {
  const subtle = (globalThis.crypto as Crypto | undefined)?.subtle as SubtleCrypto | undefined;
  if (!subtle) return undefined;
  const digest = new Uint8Array(await subtle.digest('SHA-256', await file.arrayBuffer()));
  return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
}
