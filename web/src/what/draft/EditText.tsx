import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, tag } from '../../common/api/client';
import { keys, queries, refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Unsaved } from '../../common/ui/Unsaved';

/** The editor is large, and fetched when a text is opened. Asked for as an answer is: the screen waits for it, too. */
const useTextEditor = () =>
  useQuery({
    queryKey: ['text-editor'],
    queryFn: async () => (await import('./TextEditor')).TextEditor,
    staleTime: Infinity,
    gcTime: Infinity,
    structuralSharing: false,
  });

/** The text of a file, changed and saved; what others changed meanwhile is told first. */
export function EditText({
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
  const code = useTextEditor();
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
  const TextEditor = code.data;
  if (!text.data || !TextEditor) {
    const error = text.error ?? code.error;
    return error ? <Trouble error={error} /> : <Loading />;
  }
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
      <TextEditor
        path={path}
        line={line}
        text={edited ?? text.data.text}
        onChange={editor ? edit : undefined}
      />
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
