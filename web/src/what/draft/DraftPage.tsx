import { useMutation } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { useDraft, useReview } from '../../common/api/content';
import { refreshSite } from '../../common/api/queries';
import { useThisSite } from '../site/thisSite';
import { SharedFolders } from '../sharing/SharedFolders';
import { SiteSettings } from '../site/SiteSettings';
import { Button, LinkButton } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { SitePages } from '../../common/ui/SitePages';
import { counted, sizeText, Time } from '../../common/ui/Words';
import { ProgressBar } from '../../common/ui/ProgressBar';
import { DropPlace } from './DropPlace';
import { FileLedger } from './FileLedger';
import { FileSheet } from './FileSheet';
import { isZip, type FolderFile } from './folder';
import { FromAnotherSite } from './FromAnotherSite';
import { takenWords } from './takenWords';
import { useIntake } from './useIntake';
import { WhatNav } from './WhatNav';
import { May, WhoMay } from '../../who/access/May';

type DraftView = Schemas['DraftView'];

export function DraftPage() {
  const site = useThisSite();
  const draft = useDraft(site.id);
  const [search] = useSearchParams();
  const selected = search.get('path') ?? '';
  // The row is marked at once; its sheet, which shows a page, follows.
  const opened = useDeferredValue(selected);
  if (!draft.data) return draft.error ? <Trouble error={draft.error} /> : <Loading />;
  return (
    <>
      <WhatNav />
      <Panes
        label="Files of the draft"
        ledger={
          <>
            <WhoMay site={site} to="EDIT" what="change pages" />
            <May site={site} to="EDIT">
              <TakeIn key={site.id} siteId={site.id} draft={draft.data} />
            </May>
            {draft.data.count > 0 && (
              <FileLedger siteId={site.id} files={draft.data.files} selected={selected} />
            )}
          </>
        }
        sheet={
          opened === '' ? (
            <DraftSheet siteId={site.id} draft={draft.data} />
          ) : (
            <FileSheet key={opened} siteId={site.id} draft={draft.data} path={opened} />
          )
        }
      />
    </>
  );
}

/** Brings files in; where some are there already, asks first what is to become of them. */
function TakeIn({ siteId, draft }: { siteId: string; draft: DraftView }) {
  const [waiting, setWaiting] = useState<FolderFile[]>();
  const intake = useIntake();
  const begin = (files: FolderFile[], replace: boolean) => {
    setWaiting(undefined);
    intake.mutate({ siteId, files, replace, revision: draft.revision });
  };
  const offered = (files: FolderFile[]) => {
    const loose = !isZip(files) && files.every((f) => !f.path.includes('/'));
    intake.reset();
    if (draft.count === 0) begin(files, true);
    else if (loose) begin(files, false);
    else setWaiting(files);
  };
  const name = waiting && isZip(waiting) ? waiting[0]?.path : waiting?.[0]?.path.split('/')[0];
  return (
    <div className="mb-4">
      <DropPlace onFiles={offered} disabled={intake.isPending}>
        {intake.progress && <ProgressBar progress={intake.progress} onStop={intake.stop} />}
        {waiting && (
          <div className="border-water mt-3 border-t pt-3" role="status">
            <p className="mb-2">
              <strong className="mono">{name}</strong>: shall it replace all {counted(draft.count, 'file')} of
              the draft, or be added to them?
            </p>
            <div className="flex flex-wrap gap-2">
              <Button
                kind="primary"
                onClick={() => {
                  begin(waiting, true);
                }}
              >
                Replace
              </Button>
              <Button
                onClick={() => {
                  begin(waiting, false);
                }}
              >
                Add
              </Button>
              <Button
                onClick={() => {
                  setWaiting(undefined);
                }}
              >
                Cancel
              </Button>
            </div>
          </div>
        )}
        <FromAnotherSite siteId={siteId} revision={draft.revision} />
        <p className="mt-3">
          <Link to={`/sites/${siteId}/what/sftp`}>From a program, by SFTP</Link>
        </p>
      </DropPlace>
      {intake.stopped && <Notice>Stopped. Nothing was changed.</Notice>}
      <Trouble error={intake.error} />
      {intake.data && (
        <Notice kind="good">
          {takenWords(intake.data).map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
        </Notice>
      )}
    </div>
  );
}

type Doing = 'version' | 'file' | null;

/** The draft as people would see it, what was done to it last, and what can be done. */
function DraftSheet({ siteId, draft }: { siteId: string; draft: DraftView }) {
  const site = useThisSite();
  const [doing, setDoing] = useState<Doing>(null);
  const path = { siteId };
  const undo = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/draft/undo', {
          params: { path, header: { 'If-Match': tag(draft.revision) } },
        }),
      ),
    onSuccess: () => refreshSite(siteId),
  });
  const action = (kind: Doing, words: string) => (
    <Button
      aria-expanded={doing === kind}
      onClick={() => {
        setDoing(doing === kind ? null : kind);
      }}
    >
      {words}
    </Button>
  );
  return (
    <>
      <h2 className="mb-1 text-lg">The draft</h2>
      <p className="text-soft mb-3">
        {counted(draft.count, 'file')}, {sizeText(draft.bytes)} · {draft.changedBy} {draft.what} ·{' '}
        <Time at={draft.changedAt} short />
      </p>
      <Trouble error={undo.error} />
      <May site={site} to="EDIT">
        <div className="mb-3 flex flex-wrap gap-2">
          {draft.undoable && (
            <Button
              busy={undo.isPending}
              onClick={() => {
                undo.mutate();
              }}
            >
              Undo the last change
            </Button>
          )}
          {draft.count > 0 && action('version', 'Save a version …')}
          {action('file', 'New file …')}
        </div>
        {doing === 'version' && <SaveVersion siteId={siteId} />}
        {doing === 'file' && <NewFile siteId={siteId} revision={draft.revision} />}
      </May>
      {draft.count > 0 ? (
        <DraftPictures siteId={siteId} />
      ) : (
        <p className="mb-3 max-w-prose">
          Your working copy. Visitors see nothing of it until you publish. Add a folder or ZIP of pages.
        </p>
      )}
      <SharedFolders site={site} />
      <May site={site} to="MANAGE">
        <SiteSettings key={site.revision} site={site} />
      </May>
    </>
  );
}

/** How many pages with changes are offered by a button. */
const MOST_CHANGED = 4;

/** The front page as it looks, and the pages that a publish would change. */
function DraftPictures({ siteId }: { siteId: string }) {
  const review = useReview(siteId);
  const [page, setPage] = useState<string>();
  const changed = (review.data?.changes ?? [])
    .filter((change) => change.kind !== 'REMOVED' && change.page)
    .map((change) => change.path);
  return (
    <section aria-label="As people see it">
      {changed.length > 0 && (
        <p className="mb-2 flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <span className="text-soft">Pages with changes:</span>
          {changed.slice(0, MOST_CHANGED).map((each) => (
            <LinkButton
              key={each}
              aria-pressed={each === page}
              className="mono"
              onClick={() => {
                setPage(each);
              }}
            >
              {each}
            </LinkButton>
          ))}
          {changed.length > MOST_CHANGED && (
            <Link to={`/sites/${siteId}/what/review`}>
              {counted(changed.length - MOST_CHANGED, 'more', 'more')}
            </Link>
          )}
        </p>
      )}
      <SitePages siteId={siteId} version={null} height={420} {...(page && { first: page })} />
    </section>
  );
}

function SaveVersion({ siteId }: { siteId: string }) {
  const [name, setName] = useState('');
  const save = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/sites/{siteId}/versions', { params: { path: { siteId } }, body: { name } })),
    onSuccess: async (version) => {
      setName('');
      await refreshSite(siteId);
      toast(`Saved as version ${String(version.number)}`);
    },
  });
  return (
    <form
      className="border-water mb-3 border-y py-3"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Field
        label="Version name (optional)"
        value={name}
        maxLength={120}
        onChange={(e) => {
          setName(e.target.value);
        }}
        hint={<p className="text-soft">Save version keeps the draft as it is now, without publishing it.</p>}
      />
      <Trouble error={save.error} />
      <Button type="submit" busy={save.isPending}>
        Save version
      </Button>
    </form>
  );
}

function NewFile({ siteId, revision }: { siteId: string; revision: number }) {
  const navigate = useNavigate();
  const [path, setPath] = useState('');
  const make = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/draft/text', {
          params: { path: { siteId }, query: { path }, header: { 'If-Match': tag(revision) } },
          body: {
            text: /\.html?$/i.test(path)
              ? '<!doctype html>\n<html lang="en">\n  <head>\n    <meta charset="utf-8" />\n    <title></title>\n  </head>\n  <body></body>\n</html>\n'
              : '',
          },
        }),
      ),
    onSuccess: async () => {
      await refreshSite(siteId);
      await navigate(`?path=${encodeURIComponent(path)}`);
    },
  });
  return (
    <form
      className="border-water mb-3 border-y py-3"
      onSubmit={(e) => {
        e.preventDefault();
        make.mutate();
      }}
    >
      <Field
        label="New text file"
        placeholder="about/index.html"
        className="mono"
        required
        value={path}
        onChange={(e) => {
          setPath(e.target.value);
        }}
        hint={<p className="text-soft">With its folders; they are made by themselves.</p>}
      />
      <Trouble error={make.error} />
      <Button type="submit" busy={make.isPending}>
        Create file
      </Button>
    </form>
  );
}
