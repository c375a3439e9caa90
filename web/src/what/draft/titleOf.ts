import type { FolderFile } from './folder';

/** So much of a page is read for its title, in bytes. */
const HEAD = 65_536;
/** The longest title that a site may have. */
export const LONGEST = 120;

/** The front page among the paths of a folder: the one nearest to its top, an index before others. */
export function frontPage(paths: string[]): string | undefined {
  const depth = (path: string) => path.split('/').length;
  const index = (path: string) => (/(^|\/)index\.html?$/i.test(path) ? 0 : 1);
  return paths
    .filter((path) => /\.html?$/i.test(path))
    .sort((a, b) => depth(a) - depth(b) || index(a) - index(b) || a.localeCompare(b))[0];
}

/** What a folder or a ZIP is called, as words. */
export function nameOf(paths: string[]): string {
  const first = paths[0] ?? '';
  const folder = paths.every((path) => path.startsWith(`${first.split('/')[0] ?? ''}/`));
  const name = folder ? (first.split('/')[0] ?? '') : paths.length === 1 ? first.replace(/\.[^.]*$/, '') : '';
  const words = name.replace(/[-_.]+/g, ' ').trim();
  return words === '' ? 'New site' : words.charAt(0).toUpperCase() + words.slice(1);
}

/** What a site is called at first: as its front page calls itself, else as its folder is called. */
export async function titleOf(files: FolderFile[]): Promise<string> {
  const paths = files.map((file) => file.path);
  const front = files.find((file) => file.path === frontPage(paths))?.file;
  const text = front ? await front.slice(0, HEAD).text() : '';
  const title = new DOMParser().parseFromString(text, 'text/html').title.trim().replace(/\s+/g, ' ');
  return (title === '' ? nameOf(paths) : title).slice(0, LONGEST);
}
