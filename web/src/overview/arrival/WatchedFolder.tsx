import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Diamond } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { may } from '../../who/access/May';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

type Watched = NonNullable<Schemas['WatchedFoldersView']['watched']>;

/** A folder of this server as the source of a site, where the operator opens one. */
export function WatchedFolder({ site }: { site: SiteView }) {
  const key = keys.part(site.id, 'watched-folder');
  const path = { params: { path: { siteId: site.id } } };
  const folders = useQuery({
    queryKey: key,
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/watched-folder', path)),
    refetchInterval: 5_000,
  });
  const stop = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/sites/{siteId}/watched-folder', path)),
    onSuccess: () => queries.invalidateQueries({ queryKey: key }),
  });
  const watched = folders.data?.watched ?? null;
  const opened = folders.data?.opened ?? [];
  if (watched === null && opened.length === 0) return null;
  return (
    <section aria-labelledby="watched" className="mt-6">
      <h2 id="watched" className="mb-1 text-lg">
        Or a folder of this server
      </h2>
      <p className="text-soft mb-2 max-w-prose">
        When it rests after changes, all its files become the draft of {site.title}, in place of those there
        were.
      </p>
      <Trouble error={folders.error ?? stop.error} />
      {watched === null ? (
        may(site, 'MANAGE') && <Watch site={site} opened={opened} />
      ) : (
        <>
          <State watched={watched} />
          {may(site, 'MANAGE') && (
            <Button
              busy={stop.isPending}
              onClick={() => {
                stop.mutate();
              }}
            >
              Stop watching
            </Button>
          )}
        </>
      )}
    </section>
  );
}

function State({ watched }: { watched: Watched }) {
  return (
    <>
      <p className="mono [overflow-wrap:anywhere]">
        {watched.opened}
        {watched.folder === '' ? '' : `/${watched.folder}`}
      </p>
      <p className="mb-2 flex items-baseline gap-1.5">
        {watched.problem !== '' && <Diamond />}
        <span>
          {watched.problem !== '' && `${watched.problem} `}
          {watched.takenAt === null ? (
            watched.problem === '' && 'Not taken yet: it is when it rests.'
          ) : (
            <>
              Taken last <Time at={watched.takenAt} short />
            </>
          )}
        </span>
      </p>
    </>
  );
}

function Watch({ site, opened }: { site: SiteView; opened: string[] }) {
  const [form, setForm] = useState({ opened: opened[0] ?? '', folder: '' });
  const watch = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/watched-folder', {
          params: { path: { siteId: site.id } },
          body: form,
        }),
      ),
    onSuccess: (now) => {
      queries.setQueryData(keys.part(site.id, 'watched-folder'), now);
    },
  });
  const problem = watch.error instanceof Problem ? watch.error : undefined;
  const wrong = useFirstWrong(watch.error);
  return (
    <details>
      <summary className="min-h-[25px] cursor-pointer">Watch a folder</summary>
      <form
        ref={wrong}
        className="mt-2 max-w-sm"
        onSubmit={(e) => {
          e.preventDefault();
          watch.mutate();
        }}
      >
        <Choice
          label="Opened by whoever runs this harbor"
          value={form.opened}
          options={opened.map((name) => [name, name])}
          onChange={(name) => {
            setForm({ ...form, opened: name });
          }}
        />
        <Field
          label="Folder within (optional)"
          className="mono"
          value={form.folder}
          problem={problem?.field('folder')}
          onChange={(e) => {
            setForm({ ...form, folder: e.target.value });
          }}
        />
        {problem?.body.violations ? null : <Trouble error={watch.error} />}
        <Button type="submit" busy={watch.isPending}>
          Watch it
        </Button>
      </form>
    </details>
  );
}
