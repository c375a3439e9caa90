import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, dataOf, tag } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { send } from '../../common/api/send';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { useDraftChanged } from './useDraftChanged';

interface Props {
  siteId: string;
  path: string;
  revision: number;
  isFile: boolean;
  page: boolean;
  editor: boolean;
}

/** What can be done to a file or folder as a whole. */
export function FileActions({ siteId, path, revision, isFile, page, editor }: Props) {
  const navigate = useNavigate();
  const [to, setTo] = useState<string>();
  const chooser = useRef<HTMLInputElement>(null);
  const at = { path: { siteId }, header: { 'If-Match': tag(revision) } };
  const after = async (where: string) => {
    await navigate(where, { replace: true });
    await refreshSite(siteId);
  };
  const changed = useDraftChanged(siteId);
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
      await navigate('?', { replace: true });
      await changed(draft.revision, `deleted ${path}`);
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
