import { toast } from './toast';

/** Copies a text, and says so. Over plain HTTP browsers offer an older way only, and some none: that is said too. */
export async function copy(text: string, what: string) {
  // Typed as always there, which it is not over plain HTTP.
  const clipboard = navigator.clipboard as Clipboard | undefined;
  try {
    if (clipboard) await clipboard.writeText(text);
    else if (!copiedTheOldWay(text)) throw new Error('No way to copy');
    toast(`${what} copied`);
  } catch {
    toast.error(`This browser does not let pages copy here. Copy it by hand: ${text}`, { duration: 20_000 });
  }
}

function copiedTheOldWay(text: string): boolean {
  const area = document.createElement('textarea');
  area.value = text;
  area.setAttribute('aria-hidden', 'true');
  area.style.position = 'fixed';
  area.style.opacity = '0';
  const before = document.activeElement;
  document.body.append(area);
  area.select();
  const copied = document.execCommand('copy');
  area.remove();
  if (before instanceof HTMLElement) before.focus();
  return copied;
}
