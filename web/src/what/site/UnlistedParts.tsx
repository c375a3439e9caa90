import { useMutation, useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { May, may } from '../../who/access/May';
import type { SiteView } from './thisSite';

/** Folders and pages that search engines are asked not to list, while they list the rest. */
export function UnlistedParts({ site }: { site: SiteView }) {
  const params = { path: { siteId: site.id } };
  const key = keys.part(site.id, 'unlisted');
  const unlisted = useQuery({
    queryKey: key,
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/unlisted', { params })),
  });
  const [typed, setTyped] = useState('');
  const put = useMutation({
    mutationFn: (paths: string[]) =>
      dataOf(api.PUT('/api/sites/{siteId}/unlisted', { params, body: { paths } })),
    onSuccess: (now) => {
      setTyped('');
      queries.setQueryData(key, now);
    },
  });
  const paths = unlisted.data?.paths ?? [];
  const problem = put.error instanceof Problem ? put.error.field('paths') : undefined;
  if (paths.length === 0 && !may(site, 'MANAGE')) return null;
  return (
    <div className="mt-2">
      {paths.length > 0 && <p>But not:</p>}
      <ul>
        {paths.map((path) => (
          <li key={path} className="flex items-center gap-2">
            <span className="mono [overflow-wrap:anywhere]">{path}</span>
            <May site={site} to="MANAGE">
              <button
                type="button"
                aria-label={`List ${path} again`}
                className="hover:bg-shoal grid size-7 place-items-center"
                onClick={() => {
                  put.mutate(paths.filter((other) => other !== path));
                }}
              >
                <X size={14} aria-hidden />
              </button>
            </May>
          </li>
        ))}
      </ul>
      <May site={site} to="MANAGE">
        <form
          className="mt-1 flex max-w-md items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            put.mutate([...paths, typed]);
          }}
        >
          <div className="min-w-0 flex-1">
            <Field
              label="A folder or page they must not list"
              className="mono"
              placeholder="/thanks.html"
              value={typed}
              problem={problem}
              onChange={(e) => {
                setTyped(e.target.value);
              }}
            />
          </div>
          <Button type="submit" busy={put.isPending} disabled={typed.trim() === ''} className="mb-3">
            Add
          </Button>
        </form>
        <p className="text-soft max-w-prose">
          At once, at this harbor’s addresses. Hosts elsewhere cannot say so for single pages.
        </p>
      </May>
      {problem === undefined && <Trouble error={put.error} />}
    </div>
  );
}
