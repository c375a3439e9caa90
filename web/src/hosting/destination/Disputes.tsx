import { useState } from 'react';
import type { SiteView } from '../../what/site/thisSite';
import { Button, LinkButton } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { DisputedFile } from './DisputedFile';
import { useTaking } from './useTaking';
import type { Decision, Destination, Plan } from './words';

const FIRST_SHOWN = 20;
const TAKEN_AT_ONCE = 200;

/** What someone else changed at a destination: to be decided one by one, or all at once. */
export function Disputes({
  site,
  destination,
  disputed,
  decisions,
  onDecide,
}: {
  site: SiteView;
  destination: Destination;
  disputed: Plan['disputed'];
  decisions: Record<string, Decision>;
  onDecide: (decisions: Record<string, Decision>) => void;
}) {
  const [all, setAll] = useState(false);
  const take = useTaking(
    site,
    destination,
    (paths) => `${String(paths.length)} files are in the draft as they are there`,
  );
  if (disputed.length === 0) return null;
  const decideAll = (decision: Decision) => {
    onDecide(Object.fromEntries(disputed.map((file) => [file.path, decision])));
  };
  const is = (decision: Decision) => disputed.every((file) => decisions[file.path] === decision);
  return (
    <>
      <h4 className="mt-3 font-medium">
        {disputed.every((file) => file.why === 'TAKEN') ? 'Put' : 'Changed'} there by someone else (
        {disputed.length})
      </h4>
      <p className="text-soft text-[0.93rem]">Left alone until you decide.</p>
      {disputed.length > 1 && (
        <div role="group" aria-label="All of them" className="mt-1 mb-2 flex flex-wrap items-center gap-2">
          <span>All of them:</span>
          {disputed.length <= TAKEN_AT_ONCE && (
            <Button
              busy={take.isPending}
              onClick={() => {
                take.mutate(disputed.map((file) => file.path));
              }}
            >
              Take all into the draft
            </Button>
          )}
          <Button
            aria-pressed={is('KEEP_THEIRS')}
            className="aria-pressed:bg-land"
            onClick={() => {
              decideAll('KEEP_THEIRS');
            }}
          >
            Keep all there
          </Button>
          <Button
            aria-pressed={is('REPLACE')}
            className="aria-pressed:bg-land"
            onClick={() => {
              decideAll('REPLACE');
            }}
          >
            Replace all with mine
          </Button>
        </div>
      )}
      <Trouble error={take.error} />
      <ul className="border-water border-t">
        {disputed.slice(0, all ? undefined : FIRST_SHOWN).map((file) => (
          <DisputedFile
            key={file.path}
            site={site}
            destination={destination}
            file={file}
            decision={decisions[file.path]}
            onDecide={(decision) => {
              onDecide({ ...decisions, [file.path]: decision });
            }}
          />
        ))}
      </ul>
      {!all && disputed.length > FIRST_SHOWN && (
        <LinkButton
          onClick={() => {
            setAll(true);
          }}
        >
          Show the other {disputed.length - FIRST_SHOWN}
        </LinkButton>
      )}
    </>
  );
}
