import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, tag } from '../../common/api/client';
import { useDraft } from '../../common/api/content';
import { useSites } from '../../common/api/sites';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';
import { useShareFolder } from '../sharing/sharedFolders';
import { useDraftChanged } from './useDraftChanged';

/** Copies a folder out of the draft of another site into this one. */
export function FromAnotherSite({ siteId, revision }: { siteId: string; revision: number }) {
  const sites = useSites();
  const [from, setFrom] = useState('');
  const others = (sites.data ?? []).filter(({ site }) => site.id !== siteId);
  if (others.length === 0) return null;
  return (
    <details className="mt-3">
      <summary className="min-h-[25px] cursor-pointer">From another of your sites</summary>
      <div className="mt-2">
        <Choice
          label="Site"
          value={from}
          options={[['', 'Choose …'], ...others.map(({ site }): [string, string] => [site.id, site.title])]}
          onChange={setFrom}
        />
        {from !== '' && <Folders key={from} siteId={siteId} from={from} revision={revision} />}
      </div>
    </details>
  );
}

function Folders({ siteId, from, revision }: { siteId: string; from: string; revision: number }) {
  const draft = useDraft(from);
  const [folder, setFolder] = useState('');
  const changed = useDraftChanged(siteId);
  const copy = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/draft/folder-copies', {
          params: { path: { siteId }, header: { 'If-Match': tag(revision) } },
          body: { fromSite: from, folder },
        }),
      ),
    onSuccess: (now) => changed(now.revision, now.what),
  });
  const share = useShareFolder(siteId, revision);
  const files = draft.data?.files ?? [];
  const folders = [...new Set(files.flatMap(({ path }) => above(path)))].sort();
  const going = files.filter(({ path }) => path.startsWith(folder)).length;
  return (
    <>
      <Choice
        label="Folder"
        value={folder}
        options={[['', 'all files'], ...folders.map((each): [string, string] => [each, each])]}
        onChange={setFolder}
      />
      <p className="text-soft mb-2">Files at the same paths are replaced; it can be undone.</p>
      <div className="flex flex-wrap gap-2">
        <Button
          busy={copy.isPending}
          disabled={going === 0}
          onClick={() => {
            copy.mutate();
          }}
        >
          Copy {counted(going, 'file')} here
        </Button>
        {folder !== '' && (
          <Button
            busy={share.isPending}
            disabled={going === 0}
            onClick={() => {
              share.mutate({ folder, fromSite: from });
            }}
          >
            Share {folder}
          </Button>
        )}
      </div>
      {folder !== '' && (
        <p className="text-soft mt-2">Shared, it follows what is live there, and is changed only there.</p>
      )}
      <Trouble error={draft.error ?? copy.error ?? share.error} />
    </>
  );
}

/** The folders that a file lies in, each with a slash at its end. */
const above = (path: string) => {
  const names = path.split('/').slice(0, -1);
  return names.map((_, i) => `${names.slice(0, i + 1).join('/')}/`);
};
