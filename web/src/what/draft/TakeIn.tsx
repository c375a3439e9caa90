import { useState } from 'react';
import { Link } from 'react-router';
import { type Schemas } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';
import { ProgressBar } from '../../common/ui/ProgressBar';
import { DropPlace } from './DropPlace';
import { isZip, type FolderFile } from './folder';
import { FromAnotherSite } from './FromAnotherSite';
import { takenWords } from './takenWords';
import { useIntake } from './useIntake';

type DraftView = Schemas['DraftView'];

/** Brings files in; where some are there already, asks first what is to become of them. */
export function TakeIn({ siteId, draft }: { siteId: string; draft: DraftView }) {
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
