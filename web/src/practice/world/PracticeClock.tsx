import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { shown } from '../../common/clock/time';

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

/** The clock of the practice harbor, which can be moved on. */
export function PracticeClock({ practice }: { practice: Schemas['PracticeView'] }) {
  const move = useMutation({
    mutationFn: (seconds: number) => dataOf(api.POST('/api/practice/clock', { body: { seconds } })),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <section aria-labelledby="clock">
      <h2 id="clock" className="mb-1 text-lg">
        Clock
      </h2>
      <p className="mb-2 text-[1.3rem]">
        <time dateTime={practice.now}>{shown(new Date(practice.now), 'EEEE, d MMMM yyyy, HH:mm')}</time>
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
      <span>Advance by</span>
      <input
        aria-label="Minutes"
        inputMode="decimal"
        value={minutes}
        className="border-ink bg-paper mono w-24 border px-2 py-1"
        onChange={(e) => {
          setMinutes(e.target.value.replace(/[^\d.]/g, ''));
        }}
      />
      <span>minutes</span>
      <Button type="submit" busy={busy}>
        Advance
      </Button>
    </form>
  );
}
