import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, tag } from '../../common/api/client';
import { useDraft } from '../../common/api/content';
import { keys, refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';

interface Props {
  siteId: string;
  version: number;
  /** A file, or a folder with a slash at its end. */
  path: string;
}

/** Brings a page, file or folder of a version back into the draft, with what it loads. */
export function BringBack({ siteId, version, path }: Props) {
  const draft = useDraft(siteId);
  const [all, setAll] = useState(false);
  const at = { siteId, number: version };
  const coming = useQuery({
    queryKey: keys.part(siteId, 'return', version, path, all),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/versions/{number}/return', {
          params: { path: at, query: { path, all } },
        }),
      ),
    placeholderData: (before) => before,
  });
  const undo = (revision: number) =>
    dataOf(
      api.POST('/api/sites/{siteId}/draft/undo', {
        params: { path: { siteId }, header: { 'If-Match': tag(revision) } },
      }),
    ).then(() => refreshSite(siteId));
  const bring = useMutation({
    mutationFn: (draftRevision: number) =>
      dataOf(
        api.POST('/api/sites/{siteId}/versions/{number}/return', {
          params: { path: at },
          body: { path, all, draftRevision },
        }),
      ),
    onSuccess: async (returned) => {
      await refreshSite(siteId);
      toast(`${path} of version ${String(version)} is in the draft`, {
        action: {
          label: 'Undo',
          onClick: () => {
            undo(returned.draftRevision).catch(() =>
              toast('It could not be undone: the draft was changed since.'),
            );
          },
        },
      });
    },
    onError: () => refreshSite(siteId),
  });
  const files = coming.data;
  const revision = draft.data?.revision;
  return (
    <div className="mb-4">
      <Trouble error={coming.error} />
      {files && (
        <>
          {files.brought.length === 0 ? (
            <p>
              The draft has it just so.{' '}
              <Link to={`/sites/${siteId}/what?path=${encodeURIComponent(path)}`}>Open it in the draft</Link>
            </p>
          ) : (
            <>
              <Button
                kind="primary"
                busy={bring.isPending}
                disabled={revision === undefined}
                onClick={() => {
                  if (revision !== undefined) bring.mutate(revision);
                }}
              >
                Bring back {files.brought.length === 1 ? path : counted(files.brought.length, 'file')}
              </Button>
              <p className="text-soft mt-1 [overflow-wrap:anywhere]">
                Into the draft: {files.brought.slice(0, 8).join(', ')}
                {files.brought.length > 8 &&
                  ` and ${counted(files.brought.length - 8, 'more', 'more')}`}.{' '}
                {files.replaced.length > 0 && `In place of what is there: ${files.replaced.join(', ')}. `}
                Visitors see nothing of it until you publish.
              </p>
            </>
          )}
          {(files.differing.length > 0 || all) && (
            <div className="mt-1">
              <Check checked={all} onChange={setAll}>
                {all
                  ? 'Also bring what it loads as it was then'
                  : `Also bring what it loads as it was then: ${files.differing.join(', ')}`}
              </Check>
            </div>
          )}
        </>
      )}
      <Trouble error={bring.error} />
    </div>
  );
}
