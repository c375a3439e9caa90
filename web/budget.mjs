// How much script a screen costs whoever opens it first, gzipped; the build fails where it grows past what was agreed.
import { readFileSync, rmSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const folder = 'target/classes/static/';
const manifest = JSON.parse(readFileSync(`${folder}.vite/manifest.json`, 'utf8'));

const KILOBYTE = 1000;
const SCREENS = [
  { name: 'Sign-in', parts: ['entrance'], most: 110 },
  { name: 'All sites', parts: ['application', 'Frame', 'AllSites'], most: 190 },
];

const key = (part) =>
  Object.keys(manifest).find((each) => manifest[each].name === part || each.endsWith(`/${part}.tsx`));

function reached(from, all = new Set()) {
  if (!all.has(from)) {
    all.add(from);
    for (const each of manifest[from].imports ?? []) reached(each, all);
  }
  return all;
}

let over = false;
for (const { name, parts, most } of SCREENS) {
  const chunks = new Set();
  for (const start of ['index.html', ...parts.map(key)]) reached(start, chunks);
  const size = [...chunks].reduce((sum, each) => sum + gzipSync(readFileSync(folder + manifest[each].file)).length, 0);
  const kilobytes = Math.ceil(size / KILOBYTE);
  if (kilobytes > most) {
    console.error(`${name} takes ${String(kilobytes)} KB of script, gzipped; at most ${String(most)} were agreed.`);
    over = true;
  }
}
rmSync(`${folder}.vite`, { recursive: true });
if (over) process.exit(1);
