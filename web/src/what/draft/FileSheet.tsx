import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { usePreview } from '../../common/api/content';
import { counted, sizeText } from '../../common/ui/Words';
import { may } from '../../who/access/May';
import { useThisSite } from '../site/thisSite';
import { EditText } from './EditText';
import { FileActions } from './FileActions';

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
      <FileActions
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
