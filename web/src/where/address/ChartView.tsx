import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import type { SiteView } from '../../what/site/thisSite';
import { HostName } from '../../common/ui/Words';
import { StateMark } from './LadderView';
import { shown } from '../../common/ui/time';

type Where = Schemas['WhereView'];
type Mark = Where['marks'][number];

const ROW = 42;
const HARBOR = 'harbor';

/** Between two columns that stand side by side; a wider way goes over what is between. */
const WIDEST_GAP = 12;

const COLUMNS: Record<Mark['column'], { left: number; width: number }> = {
  ADDRESS: { left: 0, width: 40 },
  DESTINATION: { left: 47, width: 22 },
  VERSION: { left: 74, width: 11 },
  DRAFT: { left: 89, width: 11 },
};

const WAYS = {
  PROVEN: { look: 'stroke-ink', dash: undefined, words: 'proved by a check' },
  WAITING: { look: 'stroke-ink', dash: '7 5', words: 'waiting' },
  BROKEN: { look: 'stroke-magenta', dash: '2 6', words: 'fails' },
  OPEN: { look: 'stroke-water', dash: '1 5', words: 'not open' },
} as const;

/** The picture of where a site is live: addresses, what each leads to, the version there, and the draft behind. */
export function ChartView({
  site,
  where,
  chosen,
}: {
  site: SiteView;
  where: Where;
  chosen: string | undefined;
}) {
  const columns = new Map<Mark['column'], Mark[]>();
  for (const mark of where.marks) columns.set(mark.column, [...(columns.get(mark.column) ?? []), mark]);
  const rows = Math.max(...[...columns.values()].map((c) => c.length), 1);
  const height = rows * ROW;
  const place = (id: string) => {
    const mark = where.marks.find((m) => m.id === id);
    if (!mark) return undefined;
    const column = columns.get(mark.column) ?? [];
    const { left, width } = COLUMNS[mark.column];
    // A little lower than the addresses, so that no way runs on another.
    const top = mark.column === 'ADDRESS' ? 0 : (height - column.length * ROW) / 2 + ROW / 5;
    return { left, right: left + width, y: top + column.indexOf(mark) * ROW + ROW / 2 };
  };
  return (
    <figure className="mb-4">
      <div className="hidden md:block">
        <div className="text-soft relative h-6 text-[0.93rem]" aria-hidden>
          {(
            [
              ['Visitors come in by', 'ADDRESS'],
              ['and are led to', 'DESTINATION'],
              ['which holds', 'VERSION'],
              ['behind it', 'DRAFT'],
            ] as const
          ).map(([words, column]) => (
            <span key={column} className="absolute" style={{ left: `${String(COLUMNS[column].left)}%` }}>
              {words}
            </span>
          ))}
        </div>
        <div className="relative" style={{ height }}>
          <svg
            viewBox={`0 0 100 ${String(height)}`}
            preserveAspectRatio="none"
            className="absolute inset-0 size-full"
            role="img"
            aria-label="How visitors reach this site; the table below says the same"
          >
            {where.lines.map((line) => {
              const from = place(line.from);
              const to = place(line.to);
              if (!from || !to) return null;
              const wide = to.left - from.right;
              const middle = from.right + wide * bend(line, columns.get('DESTINATION') ?? []);
              const over = Math.min(from.y, to.y) - ROW * 0.62;
              const path =
                wide > WIDEST_GAP
                  ? `M${String(from.right)} ${String(from.y)}H${String(from.right + 1.5)}V${String(over)}H${String(to.left - 1.5)}V${String(to.y)}H${String(to.left)}`
                  : `M${String(from.right)} ${String(from.y)}H${String(middle)}V${String(to.y)}H${String(to.left)}`;
              return (
                <path
                  key={line.from + line.to}
                  d={path}
                  fill="none"
                  className={WAYS[line.way].look}
                  strokeWidth={line.from === chosen ? 2.6 : 1.4}
                  strokeDasharray={WAYS[line.way].dash}
                  vectorEffect="non-scaling-stroke"
                />
              );
            })}
          </svg>
          {where.marks.map((mark) => {
            const at = place(mark.id);
            if (!at) return null;
            return (
              <MarkBox
                key={mark.id}
                mark={mark}
                site={site}
                where={where}
                chosen={mark.id === chosen}
                style={{
                  left: `${String(at.left)}%`,
                  width: `${String(at.right - at.left)}%`,
                  top: at.y - ROW / 2 + 3,
                  height: ROW - 6,
                }}
              />
            );
          })}
        </div>
      </div>
      <ChartTable where={where} />
    </figure>
  );
}

/** Where between two columns a way turns: ways from different destinations do not run on each other. */
function bend(line: Where['lines'][number], destinations: Mark[]) {
  const row = destinations.findIndex((m) => m.id === line.from);
  if (row < 0) return line.to === HARBOR ? 0.62 : 0.3;
  return destinations.length === 1 ? 0.3 : 0.15 + (0.7 * row) / (destinations.length - 1);
}

function linkOf(mark: Mark, site: SiteView) {
  if (mark.column === 'VERSION') return `/sites/${site.id}/what/versions/${mark.id.slice(1)}`;
  if (mark.column === 'DRAFT') return `/sites/${site.id}/what`;
  const host = /^(?:host|seen) (.+)$/.exec(mark.id)?.[1];
  if (host !== undefined) return `/sites/${site.id}/where/hosts/${host}`;
  if (mark.id.startsWith('to ')) return `/sites/${site.id}/where/${mark.id.slice(3)}`;
  return `/sites/${site.id}/where/${mark.id}`;
}

function MarkBox({
  mark,
  site,
  where,
  chosen,
  style,
}: {
  mark: Mark;
  site: SiteView;
  where: Where;
  chosen: boolean;
  style: React.CSSProperties;
}) {
  const standing = where.addresses.find((a) => a.address.id === mark.id);
  return (
    <Link
      to={linkOf(mark, site)}
      aria-current={chosen}
      style={style}
      title={`${mark.title}: ${mark.note}`}
      className="border-ink bg-paper hover:bg-shoal aria-[current=true]:bg-land absolute flex items-center gap-2 overflow-hidden border px-2 no-underline"
    >
      {standing && <StateMark state={standing.state} />}
      <span className="min-w-0 truncate">
        {mark.column === 'ADDRESS' ? <HostName name={mark.title} /> : mark.title}
      </span>
      <span className="text-soft ml-auto text-[0.86rem] whitespace-nowrap">
        {standing?.until ? `by ${shown(new Date(standing.until), 'HH:mm')}` : mark.note}
      </span>
    </Link>
  );
}

function ChartTable({ where }: { where: Where }) {
  const title = (id: string) => where.marks.find((m) => m.id === id)?.title ?? id;
  return (
    <details className="text-[0.93rem]">
      <summary className="text-soft min-h-6 cursor-pointer py-1.5">The same as a table</summary>
      <table className="w-full max-w-3xl border-collapse">
        <thead>
          <tr className="border-water border-b text-left">
            <th className="py-1 font-medium">From</th>
            <th className="font-medium">To</th>
            <th className="font-medium">The way</th>
          </tr>
        </thead>
        <tbody>
          {where.lines.map((line) => (
            <tr key={line.from + line.to} className="border-water border-b">
              <td className="mono py-1 pr-3 [overflow-wrap:anywhere]">{title(line.from)}</td>
              <td className="pr-3 [overflow-wrap:anywhere]">{title(line.to)}</td>
              <td>
                {WAYS[line.way].words}
                {line.until !== null && ` until ${shown(new Date(line.until), 'd MMM, HH:mm')}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
