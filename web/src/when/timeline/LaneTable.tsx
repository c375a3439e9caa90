import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { shown } from '../../common/clock/time';

type Lane = Schemas['LaneView'];

interface Row {
  key: string;
  from: string;
  until: string | null;
  words: string;
  to: string;
}

/** What the lanes draw, in words: each stretch, version and plan, the latest first. */
export function LaneTable({ lanes }: { lanes: Lane[] }) {
  const [open, setOpen] = useState(false);
  return (
    <details
      className="mt-2 text-[0.93rem]"
      onToggle={(e) => {
        setOpen(e.currentTarget.open);
      }}
    >
      <summary className="text-soft min-h-6 cursor-pointer py-1.5">The same as a table</summary>
      {open && (
        <table className="w-full max-w-4xl border-collapse">
          <thead>
            <tr className="border-water border-b text-left">
              {['Site', 'What', 'From', 'Until'].map((head) => (
                <th key={head} className="py-1 pr-4 font-medium">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lanes.flatMap((lane) =>
              rowsOf(lane).map((row) => (
                <tr key={lane.site.id + row.key} className="border-water border-b align-top">
                  <td className="py-1 pr-4 [overflow-wrap:anywhere]">{lane.site.title}</td>
                  <td className="pr-4 [overflow-wrap:anywhere]">
                    <Link to={row.to} className="inline-block min-h-6">
                      {row.words}
                    </Link>
                  </td>
                  <td className="pr-4">{time(row.from)}</td>
                  <td>{row.until === null ? '' : time(row.until)}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      )}
    </details>
  );
}

const time = (at: string) => shown(new Date(at), 'd MMM yyyy, HH:mm');

function rowsOf({ site, spans, notches, closures, ahead }: Lane): Row[] {
  const when = `/sites/${site.id}/when`;
  const rows: Row[] = [
    ...spans.map((span) => ({
      key: `live ${span.from}`,
      from: span.from,
      until: span.until,
      words: 'live',
      to: when,
    })),
    ...closures.map((closed) => ({
      key: `closed ${closed.from}`,
      from: closed.from,
      until: closed.until,
      words: 'closed',
      to: when,
    })),
    ...notches.map((notch) => ({
      key: `version ${String(notch.number)}`,
      from: notch.at,
      until: null,
      words: `version ${String(notch.number)} ${notch.published ? 'published' : 'saved'}${notch.name ? `: ${notch.name}` : ''}`,
      to: `/sites/${site.id}/what/versions/${String(notch.number)}`,
    })),
    ...ahead.map((step) => ({
      key: `planned ${step.at} ${step.words}`,
      from: step.at,
      until: null,
      words: `planned: ${step.words}`,
      to: when,
    })),
  ];
  return rows.sort((a, b) => b.from.localeCompare(a.from));
}
