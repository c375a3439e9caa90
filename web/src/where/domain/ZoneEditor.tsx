import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { useZone } from '../../common/api/domains';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { useRested } from '../../common/ui/useRested';
import { counted } from '../../common/ui/Words';
import { RecordSetRow } from './RecordSetRow';
import { ZoneConflict } from './ZoneConflict';
import { ZoneFileDialog } from './ZoneFileDialog';
import { ZoneVersions } from './ZoneVersions';

type Domain = Schemas['DomainView'];
type Zone = Schemas['ZoneView'];
type RecordSet = Schemas['RecordSet'];

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
      {zone.lost && <Lost domain={domain} zone={zone} taken={taken} />}
      {zone.conflicts.map((conflict) => (
        <ZoneConflict key={conflict.name} domain={domain} conflict={conflict} />
      ))}
      <p className="text-soft mb-2 text-[0.93rem]">
        Name servers: {zone.nameServers.join(', ')}. What your addresses need is written here by itself, and
        marked.
      </p>
      <ul className="border-water border-t">
        {sets.map((each, index) => (
          <RecordSetRow
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
              disabled={
                faults.length > 0 || steps.length === 0 || rested !== sets || zone.silent !== '' || zone.lost
              }
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
      <ZoneVersions domain={domain} onTake={setSets} />
      {file && (
        <ZoneFileDialog
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

/** The name server has lost the zone: the copy that is shown can be put back there. */
function Lost({
  domain,
  zone,
  taken,
}: {
  domain: Domain;
  zone: Zone;
  taken: (fresh: Zone, words: string) => Promise<void>;
}) {
  const restore = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/domains/{id}/zone/restore', { params: { path: { id: domain.id } } })),
    onSuccess: (fresh) => taken(fresh, 'The zone is restored'),
  });
  return (
    <Notice kind="attention">
      <p className="font-medium">The name server has lost this zone</p>
      <p>
        Names under {domain.unicode} are found only for as long as other servers remember them. Below is our
        copy, {counted(zone.sets.length, 'record set')}.
      </p>
      <p className="mt-2">
        <Button
          kind="primary"
          busy={restore.isPending}
          onClick={() => {
            restore.mutate();
          }}
        >
          Restore {counted(zone.sets.length, 'record set')}
        </Button>
      </p>
      <Trouble error={restore.error} />
    </Notice>
  );
}
