import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Button, LinkButton } from '../../common/ui/Button';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { sizeText } from '../../common/ui/Words';
import { useTaking } from './useTaking';
import { WHY, type Decision, type Destination, type Plan } from './words';

type Line = Schemas['DifferenceLine'];

const SIGNS: Record<Line['kind'], { sign: string; look: string; words: string }> = {
  SAME: { sign: ' ', look: 'text-soft', words: '' },
  OURS: { sign: '−', look: 'bg-land', words: 'only in yours: ' },
  THEIRS: { sign: '+', look: 'bg-shoal', words: 'only there: ' },
  GAP: { sign: '⋯', look: 'text-soft', words: 'some lines are the same' },
};

/** A file that someone else changed at a destination: the difference, and the three ways on. */
export function DisputedFile({
  site,
  destination: d,
  file,
  decision,
  onDecide,
}: {
  site: SiteView;
  destination: Destination;
  file: Plan['disputed'][number];
  decision: Decision | undefined;
  onDecide: (decision: Decision) => void;
}) {
  const [open, setOpen] = useState(false);
  const take = useTaking(site, d, (paths) => `${paths[0] ?? ''} is in the draft as it is there`);
  return (
    <li className="border-water border-b py-2">
      <p className="[overflow-wrap:anywhere]">
        <strong className="mono font-medium">{file.path}</strong>{' '}
        <span className="text-soft">{WHY[file.why]}</span>{' '}
        <LinkButton
          aria-expanded={open}
          onClick={() => {
            setOpen(!open);
          }}
        >
          {open ? 'Hide the difference' : 'Show the difference'}
        </LinkButton>
      </p>
      {open && <Difference destination={d} path={file.path} />}
      <span className="mt-1 flex flex-wrap gap-2">
        <Button
          busy={take.isPending}
          onClick={() => {
            take.mutate([file.path]);
          }}
        >
          Take theirs into the draft
        </Button>
        <Button
          aria-pressed={decision === 'KEEP_THEIRS'}
          className="aria-pressed:bg-land"
          onClick={() => {
            onDecide('KEEP_THEIRS');
          }}
        >
          Keep theirs there
        </Button>
        <Button
          aria-pressed={decision === 'REPLACE'}
          className="aria-pressed:bg-land"
          onClick={() => {
            onDecide('REPLACE');
          }}
        >
          {file.why === 'CHANGED_AND_GOING' ? 'Remove it' : 'Replace it with mine'}
        </Button>
      </span>
      <Trouble error={take.error} />
    </li>
  );
}

function Difference({ destination: d, path }: { destination: Destination; path: string }) {
  const theirs = useQuery({
    queryKey: keys.part(d.siteId, 'theirs', d.id, path, d.lookedAt),
    queryFn: () =>
      dataOf(api.GET('/api/destinations/{id}/theirs', { params: { path: { id: d.id }, query: { path } } })),
  });
  if (theirs.isPending) return <Loading />;
  if (theirs.error) return <Trouble error={theirs.error} />;
  const { text, lines, theirBytes, ourBytes } = theirs.data;
  if (!text) {
    return (
      <p className="text-soft">
        There it has {sizeText(theirBytes)}
        {ourBytes === null
          ? '; your site has none.'
          : `, yours ${sizeText(ourBytes)}. It is no text to compare, or too long for it.`}
      </p>
    );
  }
  return (
    <pre
      className="mono border-water my-1 max-h-72 overflow-auto border text-[0.86rem]"
      // It scrolls, so that the keyboard must get there.
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={0}
      aria-label={`How ${path} differs`}
    >
      {lines.length === 0 && 'No line differs from what the draft would send.'}
      {lines.map((line, i) => (
        // Lines have no other name than their place.
        <span key={i} className={`block px-2 ${SIGNS[line.kind].look}`}>
          <span aria-hidden>{SIGNS[line.kind].sign} </span>
          <span className="sr-only">{SIGNS[line.kind].words}</span>
          {line.text}
        </span>
      ))}
    </pre>
  );
}
