import { useMutation } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { useSense } from '../../common/api/addresses';
import { useOffers } from '../../common/api/domains';
import { keys, queries, refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { useRested } from '../../common/ui/useRested';
import { RoleChoice, type Wish } from './RoleChoice';

type Sense = Schemas['SenseView'];

const START: Wish = { role: 'MAIN', trialVersion: null, pointsTo: null };

/** One box takes any address: says while one types what it would mean, what it costs, and what it could do. */
export function AddressBox({ site, suggestion }: { site: SiteView; suggestion: string }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [wish, setWish] = useState(START);
  const [pair, setPair] = useState(true);
  const rested = useDeferredValue(useRested(typed));
  const sense = useSense(site.id, rested);
  const answer = typed.trim() === '' ? undefined : sense.data;
  const current = rested === typed ? answer : undefined;
  const chosen: Wish = {
    ...wish,
    role: current && !current.roles.includes(wish.role) ? (current.roles[0] ?? wish.role) : wish.role,
  };
  const offer = useOffers(current?.nature === 'TO_BUY' ? current.domain : '').data?.[0];

  const claim = useMutation({
    mutationFn: async () => {
      if (current?.nature === 'TO_BUY' && offer) {
        await dataOf(
          api.POST('/api/domains', {
            body: { name: current.domain, firstYear: offer.firstYear },
          }),
        );
      } else if (current?.nature === 'TO_BRING') {
        await dataOf(api.POST('/api/domains/brought', { body: { name: current.domain } }));
      }
      return dataOf(
        api.POST('/api/sites/{siteId}/addresses', {
          params: { path: { siteId: site.id } },
          body: { typed, wish: chosen, withPair: pair && current?.pair !== null },
        }),
      );
    },
    onSuccess: async (address) => {
      setTyped('');
      await Promise.all([refreshSite(site.id), queries.invalidateQueries({ queryKey: keys.domains })]);
      toast(`${address.shown} is yours`);
      await navigate(`/sites/${site.id}/where/${address.id}`);
    },
    onError: () => sense.refetch(),
  });
  const roleProblem = claim.error instanceof Problem ? claim.error.field('role') : undefined;

  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        claim.mutate();
      }}
    >
      <Field
        label="Address"
        value={typed}
        className="mono"
        placeholder="papermoon, www.papermoon.art or a whole URL"
        autoComplete="off"
        autoCapitalize="none"
        spellCheck={false}
        onChange={(e) => {
          claim.reset();
          setTyped(e.target.value);
        }}
        hint={
          <div aria-live="polite" className="min-h-6">
            {answer && <Answer sense={answer} onTake={setTyped} />}
            {!answer && suggestion !== '' && typed === '' && (
              <p>
                From the title: <NameButton name={suggestion} onTake={setTyped} /> is free. Nothing is claimed
                until you say so.
              </p>
            )}
          </div>
        }
      />
      {current && current.roles.length > 0 && (
        <>
          <RoleChoice
            siteId={site.id}
            roles={current.roles}
            wish={chosen}
            onChange={(to) => {
              claim.reset();
              setWish(to);
            }}
            problem={roleProblem}
          />
          {current.pair !== null && (
            <div className="mb-3">
              <Check checked={pair} onChange={setPair}>
                Also take <span className="mono">{current.pair}</span>, which forwards here: people type both
              </Check>
            </div>
          )}
        </>
      )}
      {roleProblem === undefined && <Trouble error={claim.error} />}
      <Button
        kind="primary"
        type="submit"
        busy={claim.isPending}
        disabled={!current || current.roles.length === 0 || (current.nature === 'TO_BUY' && !offer)}
      >
        {words(current)}
      </Button>
    </form>
  );
}

function words(sense: Sense | undefined) {
  if (!sense || sense.roles.length === 0) return 'Claim';
  if (sense.nature === 'TO_BUY') return `Register ${sense.domain} and use it`;
  if (sense.nature === 'TO_BRING') return `Connect ${sense.domain} and use it`;
  if (sense.nature === 'HARBOR') return `Claim ${sense.hostName.split('.')[0] ?? ''}`;
  return `Use ${sense.shown}${sense.path === '/' ? '' : sense.path.slice(0, -1)}`;
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

/** What a typed address would mean. */
export function Answer({ sense, onTake }: { sense: Sense; onTake: (name: string) => void }) {
  const possible = sense.roles.length > 0;
  return (
    <>
      {sense.cleanings.length > 0 && (
        <p className="text-soft">
          Taken off: {sense.cleanings.join(', ')}.
          {sense.hostName !== '' && (
            <>
              {' '}
              It reads <span className="mono">{sense.hostName}</span>
              {sense.path !== '/' && <span className="mono">{sense.path}</span>}.
            </>
          )}
        </p>
      )}
      <p className={possible ? 'font-medium' : 'text-magenta'}>
        {sense.standing === 'FREE' && <span className="text-kelp">✓ </span>}
        {sense.explanation}
        {sense.mended !== null && (
          <>
            {' '}
            Fixed: <NameButton name={sense.mended} onTake={onTake} />
          </>
        )}
      </p>
      {sense.shown !== sense.hostName && (
        <p className="text-soft">
          In DNS: <span className="mono">{sense.hostName}</span>
        </p>
      )}
      {sense.close.length > 0 && (
        <p>
          Free and close:{' '}
          {sense.close.map((name) => (
            <span key={name} className="mr-1.5">
              <NameButton name={name} onTake={onTake} />
            </span>
          ))}
        </p>
      )}
      {sense.advice.map((a) => (
        <p key={a.part} className="text-soft">
          Advice: “{a.part}” is {a.reason}.
        </p>
      ))}
    </>
  );
}
