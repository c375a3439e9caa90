import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { useThisSite } from '../site/thisSite';
import { SharedFolders } from '../sharing/SharedFolders';
import { SiteSettings } from '../site/SiteSettings';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { counted, sizeText, Time } from '../../common/ui/Words';
import { May } from '../../who/access/May';
import { DraftPictures } from './DraftPictures';
import { NewFile } from './NewFile';
import { SaveVersion } from './SaveVersion';

type DraftView = Schemas['DraftView'];

type Doing = 'version' | 'file' | null;

/** The draft as people would see it, what was done to it last, and what can be done. */
export function DraftSheet({ siteId, draft }: { siteId: string; draft: DraftView }) {
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
