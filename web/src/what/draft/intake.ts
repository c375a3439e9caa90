import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { send } from '../../common/api/send';
import type { Progress } from '../../common/ui/ProgressBar';
import { hashOf, isZip, type FolderFile } from './folder';

export type TakenIn = Schemas['TakenIn'];

interface Intake {
  siteId: string;
  files: FolderFile[];
  /** Whether the files replace all that is in the draft. */
  replace: boolean;
  revision: number | undefined;
  signal: AbortSignal;
  onProgress: (progress: Progress) => void;
}

const AT_ONCE = 4;

/** Brings a folder, some files or a ZIP into the draft; only contents that are not there yet travel. */
export function takeIn(intake: Intake): Promise<TakenIn> {
  return isZip(intake.files) ? takeZip(intake) : takeFolder(intake);
}

async function takeZip({ siteId, files, replace, revision, signal, onProgress }: Intake): Promise<TakenIn> {
  const zip = files[0]?.file ?? new File([], '');
  const answer = await send({
    method: 'PUT',
    url: `/api/sites/${siteId}/draft/zip?replace=${String(replace)}`,
    body: zip,
    type: 'application/zip',
    ifMatch: revision === undefined ? undefined : tag(revision),
    signal,
    onProgress: (bytes) => {
      onProgress({ what: bytes < zip.size ? 'Sending the ZIP' : 'Unpacking', done: bytes, total: zip.size });
    },
  });
  return answer as TakenIn;
}

async function takeFolder({
  siteId,
  files,
  replace,
  revision,
  signal,
  onProgress,
}: Intake): Promise<TakenIn> {
  const path = { siteId };
  const offered: Schemas['Offered'][] = [];
  for (const { path: name, file } of files) {
    signal.throwIfAborted();
    const hash = (await hashOf(file)) ?? (await sendUnhashed(siteId, file, signal));
    offered.push({ path: name, size: file.size, hash });
    onProgress({ what: 'Reading the files', done: offered.length, total: files.length });
  }
  const body = { files: offered };
  const answer = await dataOf(
    api.POST('/api/sites/{siteId}/draft/offer', { params: { path, query: { replace } }, body, signal }),
  );
  const byHash = new Map(offered.map((o, i) => [o.hash, files[i]?.file]));
  let sent = 0;
  const missing = [...answer.missing];
  const sendNext = async (): Promise<void> => {
    for (let hash = missing.pop(); hash !== undefined; hash = missing.pop()) {
      const file = byHash.get(hash);
      if (!file) continue;
      const before = sent;
      await send({
        method: 'PUT',
        url: `/api/sites/${siteId}/draft/contents/${hash}`,
        body: file,
        type: 'application/octet-stream',
        signal,
        onProgress: (bytes) => {
          onProgress({ what: 'Sending what is new', done: before + bytes, total: answer.missingBytes });
        },
      });
      sent += file.size;
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, sendNext));
  const header = revision === undefined ? {} : { 'If-Match': tag(revision) };
  return dataOf(
    api.POST('/api/sites/{siteId}/draft/take', {
      params: { path, query: { replace }, header },
      body,
      signal,
    }),
  );
}

async function sendUnhashed(siteId: string, file: File, signal: AbortSignal): Promise<string> {
  const answer = await send({
    method: 'POST',
    url: `/api/sites/${siteId}/draft/contents`,
    body: file,
    type: 'application/octet-stream',
    signal,
  });
  return (answer as Schemas['Sent']).hash;
}
