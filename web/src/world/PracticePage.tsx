import { useMutation } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { Mast } from '../app/Mast';
import { api, dataOf, type Schemas } from '../api/client';
import { queries, usePractice } from '../api/queries';
import { Button } from '../ui/Button';
import { Check } from '../ui/Check';
import { Field } from '../ui/Field';
import { Loading, Notice, Trouble } from '../ui/Notice';
import { Time } from '../ui/Words';

type Practice = Schemas['PracticeView'];
type StandIn = Practice['standIns'][number];

const MINUTE = 60;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

const MOVES: [string, number][] = [
  ['1 minute', MINUTE],
  ['10 minutes', 10 * MINUTE],
  ['1 hour', HOUR],
  ['1 day', DAY],
  ['1 week', 7 * DAY],
  ['30 days', 30 * DAY],
];

const LABELS: Record<string, string> = {
  root: 'Root name server',
  registry: 'Name server of the registry',
  ns1: 'The harbor’s first name server',
  ns2: 'The harbor’s second name server',
  elsewhere: 'Name server of another company',
  resolver: 'Resolver that visitors use',
};

const FAULTS: Record<StandIn['fault'], string> = {
  NONE: 'works',
  SILENT: 'answers nothing',
  SLOW: 'answers after three seconds',
  LAME: 'has none of its zones (lame)',
  FAILING: 'says that it failed',
  STALE: 'keeps old answers too long',
};

/** The practice harbor: a clock that can be moved, what each stand-in holds, and faults to switch on. */
export function PracticePage() {
  const practice = usePractice();
  return (
    <>
      <Mast />
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <h1 className="mb-1 text-xl">Practice harbor</h1>
        <p className="mb-4 max-w-prose">
          The outside world in small: a registry, name servers and a resolver that speak the real protocols.
          Try here what would take hours and money outside.
        </p>
        <Trouble error={practice.error} />
        {practice.isPending && <Loading />}
        {practice.data && !practice.data.on && (
          <Notice>This harbor works with the real outside world; there is nothing to practise with.</Notice>
        )}
        {practice.data?.on && <Loaded practice={practice.data} />}
      </main>
    </>
  );
}

function Loaded({ practice }: { practice: Practice }) {
  return (
    <div className="grid grid-cols-1 gap-x-8 gap-y-6 lg:grid-cols-2">
      <div className="grid content-start gap-6">
        <Clock practice={practice} />
        <Registry practice={practice} />
      </div>
      <section aria-labelledby="stand-ins">
        <h2 id="stand-ins" className="mb-1 text-lg">
          Name servers and resolver
        </h2>
        <ul className="border-water border-t">
          {practice.standIns.map((each) => (
            <StandInRow key={each.label} standIn={each} />
          ))}
        </ul>
      </section>
    </div>
  );
}

const followed = () => queries.invalidateQueries();

function Clock({ practice }: { practice: Practice }) {
  const move = useMutation({
    mutationFn: (seconds: number) => dataOf(api.POST('/api/practice/clock', { body: { seconds } })),
    onSuccess: followed,
  });
  return (
    <section aria-labelledby="clock">
      <h2 id="clock" className="mb-1 text-lg">
        Clock
      </h2>
      <p className="mb-2 text-[1.3rem]">
        <time dateTime={practice.now}>{format(new Date(practice.now), 'EEEE, d MMMM yyyy, HH:mm')}</time>
      </p>
      <p className="mb-2">Move it on; every job follows.</p>
      <div className="flex flex-wrap gap-2">
        {MOVES.map(([words, seconds]) => (
          <Button
            key={words}
            busy={move.isPending}
            onClick={() => {
              move.mutate(seconds);
            }}
          >
            {words}
          </Button>
        ))}
      </div>
      <MoveBy busy={move.isPending} onMove={move.mutate} />
      <Trouble error={move.error} />
    </section>
  );
}

function MoveBy({ busy, onMove }: { busy: boolean; onMove: (seconds: number) => void }) {
  const [minutes, setMinutes] = useState('');
  return (
    <form
      className="mt-2 flex items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (Number(minutes) > 0) onMove(Math.round(Number(minutes) * MINUTE));
      }}
    >
      <input
        aria-label="Minutes"
        inputMode="decimal"
        value={minutes}
        className="border-ink bg-paper mono w-24 border px-2 py-1"
        onChange={(e) => {
          setMinutes(e.target.value.replace(/[^\d.]/g, ''));
        }}
      />
      <Button type="submit" busy={busy}>
        minutes on
      </Button>
    </form>
  );
}

function Registry({ practice }: { practice: Practice }) {
  const [name, setName] = useState('');
  const down = useMutation({
    mutationFn: (to: boolean) => dataOf(api.PUT('/api/practice/registry', { body: { down: to } })),
    onSuccess: followed,
  });
  const elsewhere = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/practice/elsewhere', { body: { domain: name.trim().toLowerCase() } })),
    onSuccess: followed,
  });
  const others = practice.names.filter((n) => n.sponsor === 'elsewhere');
  return (
    <section aria-labelledby="registry">
      <h2 id="registry" className="mb-1 text-lg">
        Registry
      </h2>
      <Check
        checked={practice.registryDown}
        onChange={(to) => {
          down.mutate(to);
        }}
      >
        it is down
      </Check>
      <table className="mt-2 w-full border-collapse">
        <thead>
          <tr className="border-water border-b text-left">
            <th className="py-1 font-medium">Name</th>
            <th className="font-medium">Through</th>
            <th className="font-medium">Until</th>
          </tr>
        </thead>
        <tbody>
          {practice.names.map((n) => (
            <tr key={n.domain} className="border-water border-b align-baseline">
              <td className="mono py-1 pr-2 [overflow-wrap:anywhere]">{n.domain}</td>
              <td className="pr-2">{n.sponsor === 'elsewhere' ? 'another company' : 'this harbor'}</td>
              <td>
                <Time at={n.expiresAt} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        className="mt-3"
        onSubmit={(e) => {
          e.preventDefault();
          elsewhere.mutate();
        }}
      >
        <Field
          label="Register a name with another company"
          value={name}
          className="mono"
          placeholder="nightjar.club.localhost"
          autoComplete="off"
          spellCheck={false}
          onChange={(e) => {
            setName(e.target.value);
          }}
        />
        <Trouble error={elsewhere.error ?? down.error} />
        <Button type="submit" busy={elsewhere.isPending} disabled={name.trim() === ''}>
          Register it there
        </Button>
      </form>
      {others.length > 0 && <OtherCompany domains={others.map((n) => n.domain)} />}
    </section>
  );
}

/** Where one would enter records at another company. */
function OtherCompany({ domains }: { domains: string[] }) {
  const [domain, setDomain] = useState(domains[0] ?? '');
  const [name, setName] = useState('@');
  const [type, setType] = useState('TXT');
  const [data, setData] = useState('');
  const save = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/practice/elsewhere/{domain}/records', {
          params: { path: { domain } },
          body: {
            name: name.replace(new RegExp(`\\.?${domain.replaceAll('.', '\\.')}\\.?$`), '') || '@',
            type,
            ttl: 3600,
            data: data.trim() === '' ? [] : [data.trim()],
          },
        }),
      ),
    onSuccess: async () => {
      setData('');
      await followed();
    },
  });
  const field = 'border-ink bg-paper mono border px-2 py-1';
  return (
    <form
      aria-label="Records at the other company"
      className="mt-4 grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <h3>Records at the other company</h3>
      <select
        aria-label="Domain"
        value={domain}
        className={field}
        onChange={(e) => {
          setDomain(e.target.value);
        }}
      >
        {domains.map((d) => (
          <option key={d}>{d}</option>
        ))}
      </select>
      <div className="grid grid-cols-[1fr_6rem] gap-2">
        <input
          aria-label="Name there"
          value={name}
          className={field}
          onChange={(e) => {
            setName(e.target.value);
          }}
        />
        <select
          aria-label="Type there"
          value={type}
          className={field}
          onChange={(e) => {
            setType(e.target.value);
          }}
        >
          {['A', 'AAAA', 'CNAME', 'TXT'].map((t) => (
            <option key={t}>{t}</option>
          ))}
        </select>
      </div>
      <input
        aria-label="Value there; empty takes the record out"
        placeholder="empty takes the record out"
        value={data}
        className={field}
        onChange={(e) => {
          setData(e.target.value);
        }}
      />
      <Trouble error={save.error} />
      <span>
        <Button type="submit" busy={save.isPending}>
          Save the record there
        </Button>
      </span>
    </form>
  );
}

function StandInRow({ standIn }: { standIn: StandIn }) {
  const fault = useMutation({
    mutationFn: (to: StandIn['fault']) =>
      dataOf(
        api.PUT('/api/practice/stand-ins/{label}', {
          params: { path: { label: standIn.label } },
          body: { fault: to },
        }),
      ),
    onSuccess: followed,
  });
  const forget = useMutation({
    mutationFn: () => dataOf(api.POST('/api/practice/resolver/forgetting')),
    onSuccess: followed,
  });
  const name = LABELS[standIn.label] ?? standIn.label;
  return (
    <li className="border-water border-b py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <strong className="font-medium">{name}</strong>
        <select
          aria-label={`What is wrong with: ${name}`}
          value={standIn.fault}
          className="border-ink bg-paper border px-2 py-0.5"
          onChange={(e) => {
            fault.mutate(e.target.value as StandIn['fault']);
          }}
        >
          {standIn.faults.map((f) => (
            <option key={f} value={f}>
              {FAULTS[f]}
            </option>
          ))}
        </select>
      </div>
      <details>
        <summary className="text-soft cursor-pointer">
          holds {standIn.holdings.length} {standIn.label === 'resolver' ? 'answers' : 'records'}
        </summary>
        <ul className="mono max-h-64 overflow-auto text-[0.86rem]">
          {standIn.holdings.map((line) => (
            <li key={line} className="py-0.5 [overflow-wrap:anywhere]">
              {line}
            </li>
          ))}
        </ul>
      </details>
      {standIn.label === 'resolver' && (
        <Button
          kind="quiet"
          busy={forget.isPending}
          onClick={() => {
            forget.mutate();
          }}
        >
          Let it forget everything
        </Button>
      )}
      <Trouble error={fault.error ?? forget.error} />
    </li>
  );
}
