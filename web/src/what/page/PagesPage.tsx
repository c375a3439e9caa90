import { useDeferredValue, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Problem } from '../../common/api/problem';
import { Button, LinkButton } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Filter } from '../../common/ui/Filter';
import { useInUrl } from '../../common/ui/useInUrl';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { Unsaved } from '../../common/ui/Unsaved';
import { VirtualList } from '../../common/ui/VirtualList';
import { counted, Shortened } from '../../common/ui/Words';
import { May, may, WhoMay } from '../../who/access/May';
import { WhatNav } from '../draft/WhatNav';
import { useThisSite, type SiteView } from '../site/thisSite';
import { PageSheet } from './PageSheet';
import { said, useSavePages, useSetPages, type PageSettings, type SetPage, type SetPages } from './pages';

/** Titles, descriptions, sharing cards and own code of all pages: a table, and the sheet of the page one is at. */
export function PagesPage() {
  const site = useThisSite();
  const pages = useSetPages(site.id);
  return (
    <>
      <WhatNav />
      <Trouble error={pages.error} />
      {pages.isPending ? (
        <Loading />
      ) : pages.data === undefined ? null : pages.data.pages.length === 0 ? (
        <Empty title="Pages go here">
          <p>
            <Link to={`/sites/${site.id}/what`}>Add files first.</Link>
          </p>
        </Empty>
      ) : (
        <Table site={site} view={pages.data} />
      )}
    </>
  );
}

const ROW = 108;

const SHOWN: [value: string, words: string][] = [
  ['', 'All pages'],
  ['untitled', 'Without a title'],
  ['undescribed', 'Without a description'],
  ['alike', 'With the title of another'],
  ['set', 'With settings'],
];

function Table({ site, view }: { site: SiteView; view: SetPages }) {
  const [edits, setEdits] = useState<ReadonlyMap<string, PageSettings>>(new Map());
  const [search, setSearch] = useSearchParams();
  const save = useSavePages(site.id, view.revision);
  const shown = search.get('show') ?? '';
  const [words, setWords] = useInUrl<string>('words', '');
  const now = (page: SetPage) => edits.get(page.path) ?? page.set;
  const titleOf = (page: SetPage) => said(now(page).title, page.ownTitle, view.overOwn);
  // What is saved decides what is listed: a row does not vanish while one types in it.
  const saved = (page: SetPage) => said(page.set.title, page.ownTitle, view.overOwn);
  const times = new Map<string, number>();
  view.pages.forEach((page) => times.set(saved(page), (times.get(saved(page)) ?? 0) + 1));
  const listed = (page: SetPage) => {
    if (shown === 'untitled') return saved(page) === '';
    if (shown === 'undescribed') return said(page.set.description, page.ownDescription, view.overOwn) === '';
    if (shown === 'alike') return saved(page) !== '' && (times.get(saved(page)) ?? 0) > 1;
    return shown === '' || Object.values(page.set).some((value) => value !== '');
  };
  const rows = view.pages.filter(
    (page) =>
      listed(page) && `${page.path} ${saved(page)}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  const chosen = view.pages.find((page) => page.path === search.get('path')) ?? rows[0];
  // The row is marked at once, its sheet follows.
  const opened = useDeferredValue(chosen?.path);
  const sheet = view.pages.find((page) => page.path === opened);
  const put = (name: string, value: string) => {
    setSearch(
      (before) => {
        if (value === '') before.delete(name);
        else before.set(name, value);
        return before;
      },
      { replace: true },
    );
  };
  const edit = (page: SetPage, change: Partial<PageSettings>) => {
    const next = { ...now(page), ...change };
    const same = (Object.keys(next) as (keyof PageSettings)[]).every((key) => next[key] === page.set[key]);
    const all = new Map(edits);
    if (same) all.delete(page.path);
    else all.set(page.path, next);
    setEdits(all);
  };
  const problem = (page: SetPage, field: keyof PageSettings) =>
    save.error instanceof Problem ? save.error.field(`pages[${page.path}].${field}`) : undefined;
  const mayEdit = may(site, 'EDIT');
  return (
    <>
      <WhoMay site={site} to="EDIT" what="change them" />
      <p className="text-soft mb-3 max-w-prose">
        What is typed here goes into the pages when they are published; your files stay as they are.{' '}
        {view.overOwn
          ? 'It wins over what a page says itself.'
          : 'It only fills in what a page does not say itself.'}
      </p>
      <Panes
        label="Pages"
        ledger={
          <>
            <div className="grid grid-cols-1 gap-x-3 sm:grid-cols-2">
              <Choice
                label="Show"
                value={shown}
                options={SHOWN}
                onChange={(value) => {
                  put('show', value);
                }}
              />
              <div className="mb-3 self-end">
                <Filter
                  label="Filter by path or title"
                  value={words}
                  className="w-full py-1.5"
                  onChange={setWords}
                />
              </div>
            </div>
            <May site={site} to="EDIT">
              <div className="bg-paper mb-2 flex flex-wrap items-center gap-3">
                <Button
                  kind="primary"
                  busy={save.isPending}
                  disabled={edits.size === 0}
                  onClick={() => {
                    save.mutate(edits, {
                      onSuccess: () => {
                        setEdits(new Map());
                      },
                    });
                  }}
                >
                  {edits.size === 0 ? 'Nothing to save' : `Save ${counted(edits.size, 'page')}`}
                </Button>
                {edits.size > 0 && (
                  <LinkButton
                    onClick={() => {
                      setEdits(new Map());
                      save.reset();
                    }}
                  >
                    Discard
                  </LinkButton>
                )}
                <span className="text-soft">{counted(rows.length, 'page')}</span>
              </div>
            </May>
            <Trouble error={save.error} />
            {rows.length === 0 ? (
              <p className="text-soft">No matches</p>
            ) : (
              <VirtualList
                rows={rows}
                height={ROW}
                keyOf={(page) => page.path}
                look={(page) => `border-water border-b px-2 py-1.5 ${page === chosen ? 'bg-land' : ''}`}
                className="max-h-[70vh]"
              >
                {(page) => (
                  <div
                    onFocus={() => {
                      if (page !== chosen) put('path', page.path);
                    }}
                  >
                    <Link
                      to={`?${new URLSearchParams({ ...Object.fromEntries(search), path: page.path }).toString()}`}
                      replace
                      aria-current={page === chosen}
                      className="mono flex text-[0.93rem] no-underline hover:underline"
                      title={page.path}
                    >
                      <Shortened text={page.path} end={20} />
                      {edits.has(page.path) && <span className="text-soft shrink-0"> · not saved</span>}
                    </Link>
                    <input
                      aria-label={`Title of ${page.path}`}
                      value={now(page).title}
                      placeholder={page.ownTitle === '' ? 'No title' : page.ownTitle}
                      disabled={!mayEdit}
                      aria-invalid={problem(page, 'title') !== undefined}
                      onChange={(e) => {
                        edit(page, { title: e.target.value });
                      }}
                      className="border-ink bg-paper placeholder:text-soft mt-1 w-full border px-2 py-1"
                    />
                    <input
                      aria-label={`Description of ${page.path}`}
                      value={now(page).description}
                      placeholder={page.ownDescription === '' ? 'No description' : page.ownDescription}
                      disabled={!mayEdit}
                      onChange={(e) => {
                        edit(page, { description: e.target.value });
                      }}
                      className="border-ink bg-paper placeholder:text-soft mt-1 w-full border px-2 py-1 text-[0.93rem]"
                    />
                  </div>
                )}
              </VirtualList>
            )}
          </>
        }
        sheet={
          sheet ? (
            <PageSheet
              key={sheet.path}
              site={site}
              view={view}
              page={sheet}
              set={now(sheet)}
              title={titleOf(sheet)}
              problem={(field) => problem(sheet, field)}
              onEdit={(change) => {
                edit(sheet, change);
              }}
            />
          ) : (
            <p className="text-soft">Select a page to see how it is found and shared.</p>
          )
        }
      />
      <Unsaved when={edits.size > 0} what={counted(edits.size, 'page')} keptWithin />
    </>
  );
}
