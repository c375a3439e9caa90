import { useMutation } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { api, dataOf, type Schemas } from '../api/client';
import { refreshSite, useName } from '../api/queries';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Trouble } from '../ui/Notice';

type Reading = Schemas['Reading'];

/** A value that follows another once it has rested for a moment. */
function useRested<T>(value: T, milliseconds = 180): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => {
      setRested(value);
    }, milliseconds);
    return () => {
      clearTimeout(timer);
    };
  }, [value, milliseconds]);
  return rested;
}

/** Claims a harbor address; says while one types whether it can be had, and what would be close. */
export function ClaimBox({
  siteId,
  suggestion,
  ending,
}: {
  siteId: string;
  suggestion: string;
  ending: string;
}) {
  const [typed, setTyped] = useState('');
  const rested = useDeferredValue(useRested(typed));
  const reading = useName(rested);
  const claim = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/sites/{siteId}/addresses', { params: { path: { siteId } }, body: { typed } })),
    onSuccess: async (address) => {
      setTyped('');
      await refreshSite(siteId);
      toast(`${address.hostName} is yours`);
    },
    onError: () => reading.refetch(),
  });
  const answer = typed.trim() === '' ? undefined : reading.data;
  const current = rested === typed ? answer : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        claim.mutate();
      }}
    >
      <Field
        label="Harbor address"
        value={typed}
        className="mono"
        autoComplete="off"
        autoCapitalize="none"
        spellCheck={false}
        ending={`.${ending}`}
        onChange={(e) => {
          claim.reset();
          setTyped(e.target.value);
        }}
        hint={
          <div aria-live="polite" className="min-h-6">
            {answer ? (
              <Answer reading={answer} onTake={setTyped} />
            ) : (
              suggestion !== '' &&
              typed === '' && (
                <p>
                  From the title: <NameButton name={suggestion} onTake={setTyped} /> is free. Nothing is
                  claimed until you say so.
                </p>
              )
            )}
          </div>
        }
      />
      <Trouble error={claim.error} />
      <Button kind="primary" type="submit" busy={claim.isPending} disabled={current?.standing !== 'FREE'}>
        {current?.standing === 'FREE' ? `Claim ${current.name}` : 'Claim'}
      </Button>
    </form>
  );
}

function NameButton({ name, onTake }: { name: string; onTake: (name: string) => void }) {
  return (
    <button
      type="button"
      className="mono border-water hover:bg-shoal border px-1.5"
      onClick={() => {
        onTake(name);
      }}
    >
      {name}
    </button>
  );
}

function Answer({ reading, onTake }: { reading: Reading; onTake: (name: string) => void }) {
  const { standing } = reading;
  return (
    <>
      {reading.cleanings.length > 0 && (
        <p className="text-soft">
          Taken off: {reading.cleanings.join(', ')}. It reads{' '}
          <span className="mono">{reading.name || '(nothing)'}</span>.
        </p>
      )}
      {standing === 'FREE' && <p className="text-kelp font-medium">✓ {reading.hostName} is free.</p>}
      {standing === 'YOURS' && <p className="text-magenta">One of your own sites has this address.</p>}
      {standing === 'TAKEN' && <p className="text-magenta">{reading.hostName} is taken.</p>}
      {standing === 'RESERVED' && (
        <p className="text-magenta">“{reading.name}” is kept for the harbor itself.</p>
      )}
      {standing === 'MALFORMED' && (
        <p className="text-magenta">
          {reading.sentence}
          {reading.mended !== null && (
            <>
              {' '}
              Mended: <NameButton name={reading.mended} onTake={onTake} />
            </>
          )}
        </p>
      )}
      {reading.close.length > 0 && (
        <p>
          Free and close:{' '}
          {reading.close.map((name) => (
            <span key={name} className="mr-1.5">
              <NameButton name={name} onTake={onTake} />
            </span>
          ))}
        </p>
      )}
      {reading.advice.map((a) => (
        <p key={a.part} className="text-soft">
          Advice: “{a.part}” is {a.reason}.
        </p>
      ))}
    </>
  );
}
