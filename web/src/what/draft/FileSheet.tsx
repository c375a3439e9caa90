import { useMutation, useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { keys, refreshSite, usePreview, queries } from '../../common/api/queries';
import { send } from '../../common/api/send';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading, Notice, Trouble } from '../../common/ui/Notice';
import { Unsaved } from '../../common/ui/Unsaved';
import { useThisSite } from '../site/thisSite';
import { counted, sizeText } from '../../common/ui/Words';
import { may } from '../../who/access/May';

const TextEditor = lazy(async () => ({ default: (await import('./TextEditor')).TextEditor }));

interface Props {
  siteId: string;
  draft: Schemas['DraftView'];
  path: string;
}

/** One file or folder of the draft. */
export function FileSheet({ siteId, draft, path }: Props) {
  const editor = may(useThisSite(), 'EDIT');
  const folder = path.endsWith('/');
  const file = draft.files.find((f) => f.path === path);
  const inside = draft.files.filter((f) => f.path.startsWith(path));
  if (folder ? inside.length === 0 : !file) {
    return (
      <>
        <h2 className="mono mb-2 text-lg">{path}</h2>
        <p>
          It is not in the draft any more. <Link to="?">Show the whole draft.</Link>
        </p>
      </>
    );
  }
  return (
    <>
      <p className="mb-1">
        <Link to="?">The draft</Link> ›
      </p>
      <h2 className="mono mb-1 text-lg [overflow-wrap:anywhere]">{path}</h2>
      <p className="text-soft mb-3">
        {file
          ? `${file.mediaType}, ${sizeText(file.size)}`
          : `${counted(inside.length, 'file')} in this folder`}
        {file && (
          <>
            {' · '}
            <Link to={`/sites/${siteId}/what/versions/history?path=${encodeURIComponent(path)}`}>
              History
            </Link>
          </>
        )}
      </p>
      <Actions
        siteId={siteId}
        path={path}
        revision={draft.revision}
        isFile={file !== undefined}
        page={file?.page ?? false}
        editor={editor}
      />
      {file?.text && <EditText siteId={siteId} path={path} revision={draft.revision} editor={editor} />}
      {file && !file.text && file.mediaType.startsWith('image/') && <Picture siteId={siteId} path={path} />}
    </>
  );
}

interface ActionProps {
  siteId: string;
  path: string;
  revision: number;
  isFile: boolean;
  page: boolean;
  editor: boolean;
}

function Actions({ siteId, path, revision, isFile, page, editor }: ActionProps) {
  const navigate = useNavigate();
  const [to, setTo] = useState<string>();
  const chooser = useRef<HTMLInputElement>(null);
  const at = { path: { siteId }, header: { 'If-Match': tag(revision) } };
  const after = async (where: string) => {
    await navigate(where, { replace: true });
    await refreshSite(siteId);
  };
  const undo = useMutation({
    // It undoes this very deletion, and not what came after it.
    mutationFn: (undone: number) =>
      dataOf(
        api.POST('/api/sites/{siteId}/draft/undo', {
          params: { path: { siteId }, header: { 'If-Match': tag(undone) } },
        }),
      ),
    onSuccess: () => refreshSite(siteId),
  });
  const rename = useMutation({
    mutationFn: (name: string) =>
      dataOf(api.POST('/api/sites/{siteId}/draft/moves', { params: at, body: { from: path, to: name } })),
    onSuccess: (_, name) =>
      after(`?path=${encodeURIComponent(isFile ? name : `${name.replace(/\/+$/, '')}/`)}`),
  });
  const remove = useMutation({
    mutationFn: () =>
      dataOf(api.DELETE('/api/sites/{siteId}/draft/files', { params: { ...at, query: { path } } })),
    onSuccess: async (draft) => {
      await after('?');
      toast(`${path} is deleted from the draft`, {
        action: {
          label: 'Undo',
          onClick: () => {
            undo.mutate(draft.revision);
          },
        },
        duration: 10_000,
      });
    },
  });
  const replace = useMutation({
    mutationFn: (file: File) =>
      send({
        method: 'PUT',
        url: `/api/sites/${siteId}/draft/files?path=${encodeURIComponent(path)}`,
        body: file,
        type: 'application/octet-stream',
        ifMatch: tag(revision),
      }),
    onSuccess: () => refreshSite(siteId),
  });
  return (
    <div className="mb-3">
      <div className="flex flex-wrap gap-2">
        {page && (
          <Link
            to={`/sites/${siteId}/what/look?page=${encodeURIComponent(path)}`}
            className="border-ink hover:bg-shoal border px-3 py-1 font-medium no-underline"
          >
            Preview
          </Link>
        )}
        {editor && (
          <Button
            onClick={() => {
              setTo(to === undefined ? path : undefined);
            }}
          >
            Rename
          </Button>
        )}
        {isFile && editor && (
          <>
            <Button busy={replace.isPending} onClick={() => chooser.current?.click()}>
              Replace
            </Button>
            <input
              ref={chooser}
              type="file"
              className="sr-only"
              tabIndex={-1}
              aria-label={`Replace ${path}`}
              onChange={(e) => {
                const chosen = e.target.files?.[0];
                if (chosen) replace.mutate(chosen);
              }}
            />
          </>
        )}
        {editor && (
          <Button
            busy={remove.isPending}
            onClick={() => {
              remove.mutate();
            }}
          >
            Delete
          </Button>
        )}
      </div>
      {to !== undefined && (
        <form
          className="mt-3"
          onSubmit={(e) => {
            e.preventDefault();
            rename.mutate(to);
          }}
        >
          <Field
            label="New path"
            className="mono"
            value={to}
            onChange={(e) => {
              setTo(e.target.value);
            }}
          />
          <Button
            kind="primary"
            type="submit"
            busy={rename.isPending}
            disabled={to === path || to.trim() === ''}
          >
            Rename
          </Button>
        </form>
      )}
      <Trouble error={rename.error ?? remove.error ?? replace.error} />
    </div>
  );
}

function EditText({
  siteId,
  path,
  revision,
  editor,
}: {
  siteId: string;
  path: string;
  revision: number;
  editor: boolean;
}) {
  const text = useQuery({
    queryKey: keys.part(siteId, 'text', path),
    queryFn: () =>
      dataOf(api.GET('/api/sites/{siteId}/draft/text', { params: { path: { siteId }, query: { path } } })),
  });
  const [search] = useSearchParams();
  const asked = Number(search.get('line') ?? '');
  const line = Number.isInteger(asked) && asked > 0 ? asked : undefined;
  const [edited, setEdited] = useState<string>();
  // The text that is being changed. When another is there by then, nothing is saved over it unseen.
  const [base, setBase] = useState<string>();
  const save = useMutation({
    mutationFn: (body: string) =>
      dataOf(
        api.PUT('/api/sites/{siteId}/draft/text', {
          params: {
            path: { siteId },
            query: { path },
            header: { 'If-Match': tag(text.data?.revision ?? revision) },
          },
          body: { text: body },
        }),
      ),
    onSuccess: async (draft, body) => {
      // What is saved is what is there now: else the editor would fall back to the text of before for a moment.
      queries.setQueryData(keys.part(siteId, 'text', path), { path, text: body, revision: draft.revision });
      setBase(body);
      setEdited((now) => (now === body ? undefined : now));
      await refreshSite(siteId);
      toast(`${path} is saved in the draft`);
    },
  });
  if (!text.data) return text.error ? <Trouble error={text.error} /> : <Loading />;
  const there = text.data.text;
  const changed = edited !== undefined && edited !== there;
  const overtaken = changed && base !== undefined && base !== there;
  const saveIt = () => {
    if (changed && !overtaken && !save.isPending) save.mutate(edited);
  };
  const edit = (now: string) => {
    if (edited === undefined) setBase(there);
    setEdited(now);
  };
  return (
    // Ctrl+S saves here, wherever in it the focus is; the buttons below do the same.
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions
    <div
      onKeyDown={(e) => {
        if ((e.ctrlKey || e.metaKey) && e.key === 's') {
          e.preventDefault();
          saveIt();
        }
      }}
    >
      <Unsaved when={changed} what={path} />
      <Suspense fallback={<Loading />}>
        <TextEditor
          path={path}
          line={line}
          text={edited ?? text.data.text}
          onChange={editor ? edit : undefined}
        />
      </Suspense>
      <Trouble error={save.error} />
      {overtaken && (
        <Notice kind="attention">
          <p className="mb-2">
            {path} was changed in the draft while you were typing. Nothing of yours or theirs is lost yet.
          </p>
          <div className="flex flex-wrap gap-2">
            <Button
              onClick={() => {
                setEdited(undefined);
              }}
            >
              Discard mine, show theirs
            </Button>
            <Button
              busy={save.isPending}
              onClick={() => {
                save.mutate(edited);
              }}
            >
              Save mine over theirs
            </Button>
          </div>
        </Notice>
      )}
      {editor && (
        <div className="mt-2 flex items-center gap-3">
          <Button kind="primary" disabled={!changed || overtaken} busy={save.isPending} onClick={saveIt}>
            Save in the draft
          </Button>
          <span role="status" className="text-soft">
            {changed ? 'Not saved yet' : 'Saved'}
          </span>
        </div>
      )}
    </div>
  );
}

function Picture({ siteId, path }: { siteId: string; path: string }) {
  const preview = usePreview(siteId, null);
  if (!preview.data) return null;
  const url = preview.data.url + path.split('/').map(encodeURIComponent).join('/');
  return (
    <iframe
      title={`Picture ${path}`}
      src={url}
      sandbox=""
      className="border-water h-72 w-full border bg-white"
    />
  );
}
