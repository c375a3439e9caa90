import { useDeferredValue, useId, useMemo, useState, type KeyboardEvent } from 'react';
import { useMatch, useNavigate } from 'react-router';
import { useDraft, usePages } from '../../common/api/content';
import { useDomains } from '../../common/api/domains';
import { useHosts } from '../../common/api/hosting';
import { useSites } from '../../common/api/sites';
import { Dialog } from '../../common/ui/Dialog';
import { Flag } from '../../common/ui/Flag';
import { counted } from '../../common/ui/Words';
import { matches } from './match';
import { thingsOf } from './things';

const MOST = 12;

/** Finds everything by its name, by words in any order. */
export function Finder({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Find">
      <Search
        onDone={() => {
          onOpenChange(false);
        }}
      />
    </Dialog>
  );
}

function Search({ onDone }: { onDone: () => void }) {
  const id = useId();
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const things = useThings();
  const wanted = useDeferredValue(typed);
  const found = useMemo(() => matches(things, wanted, MOST), [things, wanted]);
  const chosen = Math.min(at, found.length - 1);
  const go = (to: string) => {
    onDone();
    void navigate(to);
  };
  const key = (event: KeyboardEvent) => {
    const thing = found[chosen];
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const by = event.key === 'ArrowDown' ? 1 : -1;
      setAt((chosen + by + found.length) % Math.max(1, found.length));
    } else if (event.key === 'Enter' && thing) {
      event.preventDefault();
      // What was typed last may not have been looked for yet.
      const first = wanted === typed ? thing : matches(things, typed, MOST)[chosen];
      if (first) go(first.to);
    }
  };
  return (
    <>
      <label htmlFor={id} className="mb-1 block font-medium">
        A site, screen, page, file, address, domain, host, version, or what to do
      </label>
      <input
        id={id}
        role="combobox"
        aria-expanded
        aria-autocomplete="list"
        aria-controls={`${id}list`}
        aria-activedescendant={found[chosen] ? `${id}${String(chosen)}` : undefined}
        autoComplete="off"
        spellCheck={false}
        value={typed}
        onKeyDown={key}
        onChange={(event) => {
          setTyped(event.target.value);
          setAt(0);
        }}
        className="border-ink bg-paper mb-2 w-full border px-2 py-1.5"
      />
      <p role="status" className="sr-only">
        {counted(found.length, 'match', 'matches')}
      </p>
      <ul
        id={`${id}list`}
        role="listbox"
        aria-label="Found"
        className="h-[27rem] max-h-[60vh] overflow-y-auto"
      >
        {found.map((thing, i) => (
          // Arrows and Enter in the field above do the same.
          // eslint-disable-next-line jsx-a11y/click-events-have-key-events
          <li
            key={thing.kind + thing.to + thing.name}
            id={`${id}${String(i)}`}
            role="option"
            aria-selected={i === chosen}
            tabIndex={-1}
            className="hover:bg-shoal aria-selected:bg-land flex cursor-pointer items-center gap-2 px-2 py-1.5"
            onClick={() => {
              go(thing.to);
            }}
          >
            {thing.flag === undefined ? <span className="w-5" /> : <Flag flag={thing.flag} size={20} />}
            <span className="min-w-0 truncate">
              <span className="font-medium">{thing.name}</span>{' '}
              <span className="text-soft">{thing.detail}</span>
            </span>
            <span className="text-soft ml-auto pl-3 text-[0.93rem]">{thing.kind}</span>
          </li>
        ))}
      </ul>
      {found.length === 0 && <p className="text-soft">No matches</p>}
    </>
  );
}

/** All there is to be found; files and pages are those of the site that is open. */
function useThings() {
  const siteId = useMatch('/sites/:siteId/*')?.params.siteId ?? '';
  const lanes = useSites().data;
  const domains = useDomains().data;
  const hosts = useHosts().data;
  const draft = useDraft(siteId, siteId !== '').data;
  const pages = usePages(siteId, siteId !== '').data;
  return useMemo(
    () =>
      thingsOf({
        lanes: lanes ?? [],
        domains: domains ?? [],
        hosts: hosts?.hosts ?? [],
        open:
          siteId === ''
            ? undefined
            : { siteId, files: draft?.files.map((file) => file.path) ?? [], pages: pages ?? [] },
      }),
    [lanes, domains, hosts, draft, pages, siteId],
  );
}
