import { formatDistanceStrict } from 'date-fns';
import { Copy, ExternalLink } from 'lucide-react';
import { copy } from './copy';
import { harborNow, useHarborNow } from '../clock/harborClock';
import { shown } from '../clock/time';

/** A time in the person's own zone, with how long ago beside it and the exact instant on hover. */
export function Time({ at, short = false }: { at: string; short?: boolean }) {
  const time = new Date(at);
  // It is told anew with each tick, and from the time that it is then.
  useHarborNow();
  const ago = formatDistanceStrict(time, harborNow(), { addSuffix: true });
  return (
    <time dateTime={at} title={time.toISOString()} className="whitespace-nowrap">
      {short ? ago : `${shown(time, 'd MMM yyyy, HH:mm')} · ${ago}`}
    </time>
  );
}

/** Bytes as people say them. */
export function sizeText(bytes: number): string {
  if (bytes < 1000) return `${String(bytes)} B`;
  const units = ['kB', 'MB', 'GB'];
  let size = bytes / 1000;
  let unit = 0;
  while (size >= 999.5 && unit < units.length - 1) {
    size /= 1000;
    unit++;
  }
  return `${size < 10 ? size.toFixed(1) : String(Math.round(size))} ${units[unit] ?? ''}`;
}

/** A number with its noun: "1 change", "4 changes"; the plural is given where it is no plain s. */
export const counted = (count: number, noun: string, plural = `${noun}s`) =>
  `${count.toLocaleString('en')} ${count === 1 ? noun : plural}`;

/** A host name with the part that matters strong and the rest soft. */
export function HostName({ name }: { name: string }) {
  const dot = name.indexOf('.');
  return (
    <span className="mono [overflow-wrap:anywhere]">
      <strong className="font-semibold">{dot < 0 ? name : name.slice(0, dot)}</strong>
      <span className="text-soft">{dot < 0 ? '' : name.slice(dot)}</span>
    </span>
  );
}

/**
 * A name that gives way in its middle where there is no room.
 * @param end how many characters at its end are always shown: what tells it from others often stands there
 */
export function Shortened({ text, end = 7 }: { text: string; end?: number }) {
  if (text.length <= 3 * end) return <span className="block truncate">{text}</span>;
  return (
    <span className="flex min-w-0">
      <span className="truncate whitespace-pre">{text.slice(0, -end)}</span>
      <span className="shrink-0 whitespace-pre">{text.slice(-end)}</span>
    </span>
  );
}

/** Copies something that has to stand elsewhere to the letter. */
export function CopyButton({ text, what }: { text: string; what: string }) {
  return (
    <button
      type="button"
      onClick={() => void copy(text, what)}
      aria-label={`Copy ${what}`}
      title={`Copy ${what}`}
      className="hover:bg-shoal p-1.5"
    >
      <Copy size={14} aria-hidden />
    </button>
  );
}

/** A public link, which opens and copies. The only kind of link with a copy button. */
export function PublicLink({ url, label }: { url: string; label?: string }) {
  const parsed = new URL(url);
  return (
    <span className="inline-flex max-w-full min-w-0 items-center gap-1">
      <a href={url} target="_blank" rel="noreferrer" className="min-w-0 truncate" title={url}>
        {label ? <span className="mono">{label}</span> : <HostName name={parsed.hostname} />}
      </a>
      <button
        type="button"
        onClick={() => void copy(url, 'Link')}
        aria-label={`Copy the link ${url}`}
        title="Copy link"
        className="hover:bg-shoal p-1.5"
      >
        <Copy size={14} aria-hidden />
      </button>
      <a
        href={url}
        target="_blank"
        rel="noreferrer"
        aria-label={`Open ${url} in a new tab`}
        title="Open in a new tab"
        className="hover:bg-shoal p-1.5"
      >
        <ExternalLink size={14} aria-hidden />
      </a>
    </span>
  );
}
