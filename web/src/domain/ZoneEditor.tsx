import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { api, dataOf, tag, type Schemas } from '../api/client';
import { keys, queries, useZone } from '../api/queries';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Loading, Notice, Trouble } from '../ui/Notice';
import { useRested } from '../ui/useRested';
import { counted, CopyButton } from '../ui/Words';

type Domain = Schemas['DomainView'];
type Zone = Schemas['ZoneView'];
type RecordSet = Schemas['RecordSet'];
type Fault = Schemas['RecordFault'];

const TYPES = ['A', 'AAAA', 'CNAME', 'MX', 'TXT', 'CAA', 'SRV', 'NS'];

/** The records of a zone we host: edited as sets, judged while one types, reviewed before they go out. */
export function ZoneEditor({ domain }: { domain: Domain }) {
  const zone = useZone(domain.id);
  return (
    <section aria-label="Records" className="border-water mt-2 border-t pt-3">
      <h3 className="mb-1">Records</h3>
      <Trouble error={zone.error} />
      {zone.isPending && <Loading />}
      {zone.data && <Loaded key={zone.data.serial} domain={domain} zone={zone.data} />}
    </section>
  );
}

function Loaded({ domain, zone }: { domain: Domain; zone: Zone }) {
  const [sets, setSets] = useState<RecordSet[]>(zone.sets);
  const [file, setFile] = useState(false);
  const rested = useRested(sets, 250);
  const touched = sets !== zone.sets;
  const review = useQuery({
    queryKey: [...keys.zone(domain.id), 'review', zone.serial, rested],
    queryFn: ({ signal }) =>
      dataOf(
        api.POST('/api/domains/{id}/zone/review', {
          params: { path: { id: domain.id } },
          body: { sets: rested },
          signal,
        }),
      ),
    enabled: rested !== zone.sets,
    placeholderData: (before) => before,
  });
  const taken = async (fresh: Zone, words: string) => {
    queries.setQueryData(keys.zone(domain.id), fresh);
    await queries.invalidateQueries({ queryKey: keys.zone(domain.id) });
    toast(words);
  };
  const save = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/domains/{id}/zone', {
          params: { path: { id: domain.id }, header: { 'If-Match': tag(zone.serial) } },
          body: { sets },
        }),
      ),
    onSuccess: (fresh) => taken(fresh, 'The records are sent out'),
  });
  const undo = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/domains/{id}/zone/undo', { params: { path: { id: domain.id } } })),
    onSuccess: (fresh) => taken(fresh, 'The last change is taken back'),
  });
  const faults = touched ? (review.data?.faults ?? []) : [];
  const steps = touched ? (review.data?.steps ?? []) : [];
  const set = (index: number, to: RecordSet | null) => {
    save.reset();
    setSets(to === null ? sets.filter((_, i) => i !== index) : sets.map((s, i) => (i === index ? to : s)));
  };
  return (
    <>
      {zone.silent !== '' && (
        <Notice kind="attention">
          {zone.silent} This is what we saw there last; it cannot be changed just now.
        </Notice>
      )}
      {zone.conflicts.map((conflict) => (
        <Conflict key={conflict.name} domain={domain} conflict={conflict} />
      ))}
      <p className="text-soft mb-2 text-[0.93rem]">
        Name servers: {zone.nameServers.map((n) => n).join(', ')}. What your addresses need is written here by
        itself, and marked.
      </p>
      <ul className="border-water border-t">
        {sets.map((each, index) => (
          <SetRow
            key={index}
            set={each}
            ours={zone.ours.some((o) => o.name === each.name && o.type === each.type)}
            faults={faults.filter((f) => f.name === each.name && f.type === each.type)}
            onChange={(to) => {
              set(index, to);
            }}
          />
        ))}
      </ul>
      {sets.length === 0 && <p className="text-soft py-2">There are no records yet.</p>}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          onClick={() => {
            setSets([...sets, { name: '', type: 'TXT', ttl: 3600, data: [''] }]);
          }}
        >
          Add a record
        </Button>
        <Button
          onClick={() => {
            setFile(true);
          }}
        >
          Zone file …
        </Button>
        {zone.undoable && !touched && (
          <Button
            busy={undo.isPending}
            onClick={() => {
              undo.mutate();
            }}
          >
            Undo the last change
          </Button>
        )}
      </div>
      <Trouble error={undo.error} />
      {touched && (
        <section aria-label="What changes" className="border-ink mt-4 border-2 p-3">
          <h4 className="mb-1 font-medium">
            {steps.length === 0 ? 'Nothing changes' : `${counted(steps.length, 'record set')} will change`}
          </h4>
          <ul className="mono mb-2 text-[0.93rem]">
            {steps.map((step) => (
              <li key={step.name + step.type} className="py-0.5 [overflow-wrap:anywhere]">
                <strong className="font-semibold">
                  {step.name} {step.type}
                </strong>
                {step.before.map((d) => (
                  <span key={`-${d}`} className="text-soft block pl-4 line-through">
                    − {d} ({step.ttlBefore} s)
                  </span>
                ))}
                {step.after.map((d) => (
                  <span key={`+${d}`} className="block pl-4">
                    + {d} ({step.ttlAfter} s)
                  </span>
                ))}
              </li>
            ))}
          </ul>
          <Trouble error={save.error ?? review.error} />
          <div className="flex flex-wrap gap-2">
            <Button
              kind="primary"
              busy={save.isPending}
              disabled={faults.length > 0 || steps.length === 0 || rested !== sets || zone.silent !== ''}
              onClick={() => {
                save.mutate();
              }}
            >
              Send the records out
            </Button>
            <Button
              onClick={() => {
                setSets(zone.sets);
              }}
            >
              Leave them as they are
            </Button>
          </div>
        </section>
      )}
      {file && (
        <FileDialog
          domain={domain}
          onClose={() => {
            setFile(false);
          }}
          onTake={(read) => {
            setSets(read);
            setFile(false);
          }}
        />
      )}
    </>
  );
}

function SetRow({
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
  const field = 'border-water bg-paper mono w-full border px-1.5 py-1 aria-[invalid=true]:border-magenta';
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

/** A person's record where an address needs another: nothing is written without asking. */
function Conflict({ domain, conflict }: { domain: Domain; conflict: Zone['conflicts'][number] }) {
  const yields = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/domains/{id}/zone/yield', {
          params: { path: { id: domain.id } },
          body: { name: conflict.name },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.zone(domain.id) });
      toast('The records lead here now');
    },
  });
  const line = (set: RecordSet) => `${set.name} ${set.type} ${set.data.join(', ')}`;
  return (
    <Notice kind="attention">
      <p>
        Your record <span className="mono">{conflict.theirs.map(line).join('; ')}</span> leads visitors
        elsewhere. An address here needs <span className="mono">{conflict.wanted.map(line).join('; ')}</span>{' '}
        in its place.
      </p>
      <Trouble error={yields.error} />
      <p className="mt-1">
        <Button
          busy={yields.isPending}
          onClick={() => {
            yields.mutate();
          }}
        >
          Let ours take its place
        </Button>
      </p>
    </Notice>
  );
}

function FileDialog({
  domain,
  onClose,
  onTake,
}: {
  domain: Domain;
  onClose: () => void;
  onTake: (sets: RecordSet[]) => void;
}) {
  const path = { params: { path: { id: domain.id } } };
  const file = useQuery({
    queryKey: [...keys.zone(domain.id), 'file'],
    queryFn: () => dataOf(api.GET('/api/domains/{id}/zone/file', path)),
    staleTime: 0,
  });
  const [text, setText] = useState('');
  const read = useMutation({
    mutationFn: () => dataOf(api.POST('/api/domains/{id}/zone/read', { ...path, body: { text } })),
    onSuccess: (found) => {
      if (found.fault === '') onTake(found.sets);
    },
  });
  return (
    <Dialog open onOpenChange={onClose} wide title={`Zone file of ${domain.unicode}`}>
      <div className="mb-1 flex items-center gap-2">
        <h3>As it is now</h3>
        {file.data && <CopyButton text={file.data.text} what="the zone file" />}
        {file.data && (
          <a
            href={`data:text/dns,${encodeURIComponent(file.data.text)}`}
            download={`${domain.name}.zone`}
            className="text-[0.93rem]"
          >
            Download
          </a>
        )}
      </div>
      <pre className="mono border-water bg-land/40 mb-4 max-h-48 overflow-auto border p-2">
        {file.data?.text}
      </pre>
      <label htmlFor="zone-file" className="mb-1 block font-medium">
        Take records from a zone file
      </label>
      <textarea
        id="zone-file"
        value={text}
        rows={8}
        spellCheck={false}
        className="mono border-ink bg-paper mb-1 w-full border p-2"
        placeholder={'www 3600 IN A 192.0.2.7'}
        onChange={(e) => {
          setText(e.target.value);
        }}
      />
      {read.data && read.data.fault !== '' && <p className="text-magenta mb-2">{read.data.fault}</p>}
      <Trouble error={read.error} />
      <p className="text-soft mb-2">
        It takes the place of all records, once you have looked at what changes.
      </p>
      <div className="flex gap-2">
        <Button
          kind="primary"
          busy={read.isPending}
          disabled={text.trim() === ''}
          onClick={() => {
            read.mutate();
          }}
        >
          Look at what changes
        </Button>
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}
