import type { Schemas } from '../../common/api/client';
import { Button } from '../../common/ui/Button';

type RecordSet = Schemas['RecordSet'];
type Fault = Schemas['RecordFault'];

const TYPES = ['A', 'AAAA', 'CNAME', 'MX', 'TXT', 'CAA', 'SRV', 'NS'];

/** One record set, to be edited, with what is wrong with it. */
export function RecordSetRow({
  set,
  ours,
  faults,
  onChange,
}: {
  set: RecordSet;
  ours: boolean;
  faults: Fault[];
  onChange: (set: RecordSet | null) => void;
}) {
  const field = 'border-ink bg-paper mono w-full border px-1.5 py-1 aria-[invalid=true]:border-magenta';
  const wrong = (part: string) => faults.some((f) => f.field === part);
  return (
    <li className="border-water border-b py-2">
      <div className="grid grid-cols-[minmax(6rem,1fr)_5.5rem_5.5rem_auto] gap-1.5">
        <input
          aria-label="Name"
          aria-invalid={wrong('name')}
          className={field}
          value={set.name}
          placeholder="@ or www"
          spellCheck={false}
          onChange={(e) => {
            onChange({ ...set, name: e.target.value });
          }}
        />
        <select
          aria-label="Type"
          className={field}
          value={set.type}
          onChange={(e) => {
            onChange({ ...set, type: e.target.value });
          }}
        >
          {(TYPES.includes(set.type) ? TYPES : [set.type, ...TYPES]).map((type) => (
            <option key={type}>{type}</option>
          ))}
        </select>
        <input
          aria-label="TTL in seconds"
          aria-invalid={wrong('ttl')}
          className={field}
          inputMode="numeric"
          value={set.ttl}
          onChange={(e) => {
            onChange({ ...set, ttl: Number(e.target.value.replace(/\D/g, '')) });
          }}
        />
        <Button
          aria-label={`Take out ${set.name} ${set.type}`}
          onClick={() => {
            onChange(null);
          }}
        >
          Take out
        </Button>
      </div>
      <div className="mt-1.5 grid gap-1">
        {set.data.map((data, i) => (
          <div key={i} className="flex gap-1">
            <input
              aria-label={`Record ${String(i + 1)} of ${set.name} ${set.type}`}
              aria-invalid={faults.some((f) => f.field === 'data' && (f.index === i || f.index === -1))}
              className={field}
              value={data}
              spellCheck={false}
              onChange={(e) => {
                onChange({ ...set, data: set.data.map((d, j) => (i === j ? e.target.value : d)) });
              }}
            />
            {set.data.length > 1 && (
              <Button
                kind="quiet"
                aria-label={`Take out record ${String(i + 1)} of ${set.name} ${set.type}`}
                onClick={() => {
                  onChange({ ...set, data: set.data.filter((_, j) => j !== i) });
                }}
              >
                −
              </Button>
            )}
          </div>
        ))}
      </div>
      <div className="flex flex-wrap items-baseline gap-x-4 text-[0.93rem]">
        {set.type !== 'CNAME' && (
          <Button
            kind="quiet"
            onClick={() => {
              onChange({ ...set, data: [...set.data, ''] });
            }}
          >
            one more record
          </Button>
        )}
        {ours && <span className="text-soft">written by the harbor for an address</span>}
      </div>
      {faults.map((f) => (
        <p key={f.sentence} className="text-magenta">
          {f.sentence}
        </p>
      ))}
    </li>
  );
}
