import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { useRested } from '../../common/ui/useRested';
import { VirtualList } from '../../common/ui/VirtualList';
import { counted } from '../../common/ui/Words';
import { May, WhoMay } from '../../who/access/May';
import { WhatNav } from '../draft/WhatNav';
import { useThisSite } from '../site/thisSite';
import { useReplaceWords, useWordHits, type WordHit } from './words';

const ROW = 92;

/** Words found in all pages of the draft, each in its sentence, and replaced at once. */
export function ReplacePage() {
  const site = useThisSite();
  const [search] = useSearchParams();
  const [find, setFind] = useState(search.get('find') ?? '');
  const [replacement, setReplacement] = useState(search.get('with') ?? '');
  const [matchCase, setMatchCase] = useState(false);
  const [wholeWords, setWholeWords] = useState(false);
  const [everywhere, setEverywhere] = useState(false);
  const [leaveOut, setLeaveOut] = useState<ReadonlySet<string>>(new Set());
  const query = { find: useRested(find), matchCase, wholeWords, everywhere };
  const hits = useWordHits(site.id, query);
  const replace = useReplaceWords(site.id, hits.data?.revision ?? 0);
  const asked = query.find.trim() !== '';
  const going = hits.data?.hits.filter((hit) => hit.replaceable && !leaveOut.has(hit.id)) ?? [];
  const toggle = (hit: WordHit, goes: boolean) => {
    const next = new Set(leaveOut);
    if (goes) next.delete(hit.id);
    else next.add(hit.id);
    setLeaveOut(next);
  };
  return (
    <>
      <WhatNav />
      <Panes
        label="Find and replace"
        ledger={
          <>
            <Field
              label="Find in all pages"
              placeholder="Fridays from two"
              value={find}
              hint={
                <p className="text-soft">
                  Words, an e-mail address, a telephone number however it is spaced, or markup such as a whole
                  footer.
                </p>
              }
              onChange={(e) => {
                setFind(e.target.value);
                setLeaveOut(new Set());
              }}
            />
            <Field
              label="Replace with"
              value={replacement}
              onChange={(e) => {
                setReplacement(e.target.value);
              }}
            />
            <div className="mb-3 flex flex-col gap-1">
              <Check checked={matchCase} onChange={setMatchCase}>
                Tell small and capital letters apart
              </Check>
              <Check checked={wholeWords} onChange={setWholeWords}>
                Whole words only
              </Check>
              <Check checked={everywhere} onChange={setEverywhere}>
                Also in styles, scripts and drawings
              </Check>
            </div>
            <WhoMay site={site} to="EDIT" what="replace them" />
            <May site={site} to="EDIT">
              <Button
                kind="primary"
                busy={replace.isPending}
                disabled={going.length === 0 || find !== query.find || hits.isFetching}
                onClick={() => {
                  replace.mutate(
                    { query, with: replacement, leaveOut: [...leaveOut] },
                    {
                      onSuccess: () => {
                        setLeaveOut(new Set());
                      },
                    },
                  );
                }}
              >
                {replacement === '' ? 'Remove in ' : 'Replace in '}
                {counted((hits.data?.all ?? 0) - (hits.data?.hits.length ?? 0) + going.length, 'place')}
              </Button>
            </May>
            <Trouble error={replace.error} />
          </>
        }
        sheet={
          !asked ? (
            <p className="text-soft">Each place is shown here in its sentence before anything changes.</p>
          ) : hits.data === undefined ? (
            hits.error ? (
              <Trouble error={hits.error} />
            ) : (
              <Loading />
            )
          ) : hits.data.all === 0 ? (
            <p>No matches in the pages of the draft.</p>
          ) : (
            <>
              <h2 className="mb-2 text-lg" aria-live="polite">
                {counted(hits.data.all, 'place')} in {counted(hits.data.files, 'file')}
              </h2>
              <VirtualList
                rows={hits.data.hits}
                height={ROW}
                keyOf={(hit) => hit.id}
                look={() => 'border-water border-b px-1 py-1.5'}
                className="max-h-[65vh]"
              >
                {(hit) => (
                  <HitRow
                    siteId={site.id}
                    hit={hit}
                    replacement={replacement}
                    going={!leaveOut.has(hit.id)}
                    onToggle={(goes) => {
                      toggle(hit, goes);
                    }}
                  />
                )}
              </VirtualList>
              {hits.data.all > hits.data.hits.length && (
                <p className="text-soft mt-2">
                  {counted(hits.data.all - hits.data.hits.length, 'more', 'more')} not listed are replaced,
                  too.
                </p>
              )}
            </>
          )
        }
      />
    </>
  );
}

const WHERE: Record<WordHit['where'], string> = {
  WORDS: '',
  TAG: 'in a tag',
  CODE: 'in code or a remark',
  AROUND_TAGS: 'with tags in its midst: change it in the editor',
};

function HitRow({
  siteId,
  hit,
  replacement,
  going,
  onToggle,
}: {
  siteId: string;
  hit: WordHit;
  replacement: string;
  going: boolean;
  onToggle: (goes: boolean) => void;
}) {
  const changes = hit.replaceable && going;
  return (
    <div className="flex gap-2">
      <Check
        checked={changes}
        disabled={!hit.replaceable}
        label={`Replace in ${hit.path}, line ${String(hit.line)}`}
        onChange={onToggle}
      />
      <div className="min-w-0 flex-1">
        <p className="truncate text-[0.9rem]">
          <Link
            to={`/sites/${siteId}/what?path=${encodeURIComponent(hit.path)}&line=${String(hit.line)}`}
            className="mono"
          >
            {hit.path}
          </Link>{' '}
          <span className="text-soft">
            line {hit.line}
            {WHERE[hit.where] !== '' && ` · ${WHERE[hit.where]}`}
          </span>
        </p>
        <p className="line-clamp-2 [overflow-wrap:anywhere]">
          <span className="text-soft">{hit.before}</span>
          {changes ? (
            <>
              <del className="decoration-magenta">{hit.found}</del>
              {replacement !== '' && <ins className="bg-shoal font-medium no-underline">{replacement}</ins>}
            </>
          ) : (
            <strong className="font-medium">{hit.found}</strong>
          )}
          <span className="text-soft">{hit.after}</span>
        </p>
      </div>
    </div>
  );
}
