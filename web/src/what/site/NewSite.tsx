import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries, keys, useSites } from '../../common/api/queries';
import { DropPlace, ProgressBar } from '../draft/DropPlace';
import { isZip, type FolderFile } from '../draft/folder';
import { useIntake } from '../draft/useIntake';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Notice, Trouble } from '../../common/ui/Notice';
import { counted, sizeText } from '../../common/ui/Words';

type Begin = 'files' | 'empty' | 'copy';

const BEGINNINGS: [Begin, string][] = [
  ['files', 'A folder or ZIP of pages'],
  ['empty', 'Nothing yet'],
  ['copy', 'A copy of another site'],
];

export function NewSite() {
  const navigate = useNavigate();
  const sites = useSites();
  const [title, setTitle] = useState('');
  const [begin, setBegin] = useState<Begin>('files');
  const [files, setFiles] = useState<FolderFile[]>();
  const [copy, setCopy] = useState({ from: '', pages: true, settings: true });
  const [made, setMade] = useState<string>();
  const [key] = useState(() => Math.random().toString(36).slice(2) + Date.now().toString(36));
  const intake = useIntake((_, wanted) => navigate(`/sites/${wanted.siteId}/what`));
  const create = useMutation({
    mutationFn: () => {
      const from = begin === 'copy' ? copy.from : null;
      return dataOf(
        api.POST('/api/sites', {
          params: { header: { 'Idempotency-Key': key } },
          body: { title, copyFrom: from, pages: copy.pages, settings: copy.settings },
        }),
      );
    },
    onSuccess: async (site) => {
      await queries.invalidateQueries({ queryKey: keys.sites });
      setMade(site.id);
      if (begin === 'files' && files) intake.mutate({ siteId: site.id, files, replace: true });
      else await navigate(`/sites/${site.id}/what`);
    },
  });
  const start = () => {
    // A site whose pages were refused is there already: the next try fills the same one.
    if (made !== undefined && files) intake.mutate({ siteId: made, files, replace: true });
    else create.mutate();
  };
  const ready =
    title.trim() !== '' &&
    (begin === 'empty' || (begin === 'files' ? files !== undefined : copy.from !== ''));
  return (
    <>
      <main className="mx-auto max-w-2xl px-4 py-6">
        <h1 className="mb-4 text-2xl">New site</h1>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (ready) start();
          }}
        >
          <Field
            label="What is it called?"
            value={title}
            maxLength={120}
            disabled={made !== undefined}
            onChange={(e) => {
              setTitle(e.target.value);
            }}
            problem={create.error instanceof Problem ? create.error.field('title') : undefined}
            hint={<p className="text-soft">For you and your people. Visitors do not see it.</p>}
          />
          <fieldset className="mb-4">
            <legend className="mb-1 font-medium">It begins with</legend>
            <div className="flex flex-wrap gap-x-5 gap-y-1">
              {BEGINNINGS.map(([value, words]) => (
                <label key={value} className="flex items-center gap-1.5">
                  <input
                    type="radio"
                    name="begin"
                    value={value}
                    checked={begin === value}
                    disabled={made !== undefined}
                    onChange={() => {
                      setBegin(value);
                    }}
                    className="accent-ink"
                  />
                  {words}
                </label>
              ))}
            </div>
          </fieldset>
          {begin === 'files' && (
            <DropPlace
              disabled={intake.isPending}
              onFiles={(chosen) => {
                intake.reset();
                setFiles(chosen);
              }}
            >
              {files && <Chosen files={files} />}
              {intake.progress && <ProgressBar progress={intake.progress} onStop={intake.stop} />}
            </DropPlace>
          )}
          {begin === 'copy' && (
            <div className="border-water bg-land/45 border p-3">
              <label className="mb-2 block">
                <span className="mb-1 block font-medium">Copy of</span>
                <select
                  value={copy.from}
                  onChange={(e) => {
                    setCopy({ ...copy, from: e.target.value });
                  }}
                  className="border-ink bg-paper w-full border px-2 py-1.5"
                >
                  <option value="">Choose a site</option>
                  {sites.data?.map(({ site }) => (
                    <option key={site.id} value={site.id}>
                      {site.title}
                    </option>
                  ))}
                </select>
              </label>
              <div className="flex gap-6">
                <Check
                  checked={copy.pages}
                  onChange={(pages) => {
                    setCopy({ ...copy, pages });
                  }}
                >
                  its pages
                </Check>
                <Check
                  checked={copy.settings}
                  onChange={(settings) => {
                    setCopy({ ...copy, settings });
                  }}
                >
                  its settings
                </Check>
              </div>
            </div>
          )}
          {create.error instanceof Problem && create.error.field('title') ? null : (
            <Trouble error={create.error} />
          )}
          <Trouble error={intake.error} />
          {made !== undefined && intake.error && (
            <Notice>
              <p>
                “{title}” is made and still empty. Choose another folder or ZIP, or{' '}
                <Link to={`/sites/${made}/what`}>go to it as it is</Link>.
              </p>
            </Notice>
          )}
          <div className="mt-4 flex gap-2">
            <Button
              kind="primary"
              type="submit"
              disabled={!ready}
              busy={create.isPending || intake.isPending}
            >
              {made === undefined ? 'Create site' : 'Try again'}
            </Button>
            <Button onClick={() => void navigate(-1)}>Back</Button>
          </div>
        </form>
      </main>
    </>
  );
}

function Chosen({ files }: { files: FolderFile[] }) {
  const bytes = files.reduce((sum, { file }) => sum + file.size, 0);
  const name = files[0]?.path.split('/')[0];
  return (
    <p className="mt-2" role="status">
      Chosen: <strong className="mono">{name}</strong>
      {isZip(files) ? '' : `, ${counted(files.length, 'file')}`}, {sizeText(bytes)}
    </p>
  );
}
