import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { newKey } from '../../common/api/newKey';
import { Problem } from '../../common/api/problem';
import { keys, queries } from '../../common/api/queries';
import { useSites } from '../../common/api/sites';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { BeginWithFiles } from './BeginWithFiles';

/** A new site: from a folder or ZIP, which is most of what people have, or in another way. */
export function NewSite() {
  return (
    <main className="mx-auto max-w-2xl px-4 py-6">
      <h1 className="mb-1 text-2xl">New site</h1>
      <p className="mb-4 max-w-prose">
        Drop the folder with your pages. You see the site as it will be, with a name and an address to change
        or keep, and then publish it. Nobody else sees it before.
      </p>
      <BeginWithFiles />
      <details className="mt-6">
        <summary className="min-h-[25px] cursor-pointer">
          Begin with no files, or with a copy of a site
        </summary>
        <BeginOtherwise />
      </details>
    </main>
  );
}

function BeginOtherwise() {
  const navigate = useNavigate();
  const sites = useSites();
  const [title, setTitle] = useState('');
  const [copy, setCopy] = useState({ from: '', pages: true, settings: true });
  const [key] = useState(newKey);
  const create = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            title,
            copyFrom: copy.from === '' ? null : copy.from,
            pages: copy.pages,
            settings: copy.settings,
          },
        }),
      ),
    onSuccess: async (site) => {
      await queries.invalidateQueries({ queryKey: keys.sites });
      await navigate(`/sites/${site.id}/what`);
    },
  });
  const titleProblem = create.error instanceof Problem ? create.error.field('title') : undefined;
  return (
    <form
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault();
        create.mutate();
      }}
    >
      <Field
        label="Name of the site"
        value={title}
        maxLength={120}
        required
        onChange={(e) => {
          setTitle(e.target.value);
        }}
        problem={titleProblem}
        hint={<p className="text-soft">For you and your people. Visitors do not see it.</p>}
      />
      <label className="mb-3 block">
        <span className="mb-1 block font-medium">A copy of</span>
        <select
          value={copy.from}
          onChange={(e) => {
            setCopy({ ...copy, from: e.target.value });
          }}
          className="border-ink bg-paper w-full border px-2 py-1.5"
        >
          <option value="">No other site: it begins empty</option>
          {sites.data?.map(({ site }) => (
            <option key={site.id} value={site.id}>
              {site.title}
            </option>
          ))}
        </select>
      </label>
      {copy.from !== '' && (
        <div className="mb-3 flex gap-6">
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
      )}
      {titleProblem === undefined && <Trouble error={create.error} />}
      <Button type="submit" busy={create.isPending} disabled={title.trim() === ''}>
        Create site
      </Button>
    </form>
  );
}
