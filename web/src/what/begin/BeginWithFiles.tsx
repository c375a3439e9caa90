import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, dataOf, tag } from '../../common/api/client';
import { newKey } from '../../common/api/newKey';
import { keys, queries, refreshSite } from '../../common/api/queries';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { ProgressBar } from '../../common/ui/ProgressBar';
import { DropPlace } from '../draft/DropPlace';
import { isZip, type FolderFile } from '../draft/folder';
import { LONGEST, titleOf } from '../draft/titleOf';
import { useIntake } from '../draft/useIntake';

/** Only the server sees into a ZIP: what its front page calls itself is known once it is there. */
async function callAsItsFrontPage(siteId: string) {
  const params = { path: { siteId } };
  const pages = await dataOf(api.GET('/api/sites/{siteId}/redirects/pages', { params }));
  const title = pages.find((page) => page.path === '/')?.title.trim() ?? '';
  if (title === '') return;
  const site = await dataOf(api.GET('/api/sites/{siteId}', { params }));
  await dataOf(
    api.PUT('/api/sites/{siteId}', {
      params: { ...params, header: { 'If-Match': tag(site.revision) } },
      body: { title: title.slice(0, LONGEST), listed: site.listed, pinned: site.pinned },
    }),
  );
  await refreshSite(siteId);
}

/** A folder or ZIP is dropped, and is a site: all else is proposed on the page that follows. */
export function BeginWithFiles() {
  const navigate = useNavigate();
  const [made, setMade] = useState<{ id: string; title: string }>();
  const [key] = useState(newKey);
  const intake = useIntake(async (_, wanted) => {
    // Where that fails, the site keeps the name of its ZIP, which can be changed on the page that follows.
    if (isZip(wanted.files)) await callAsItsFrontPage(wanted.siteId).catch(() => undefined);
    await navigate(`/sites/${wanted.siteId}/start`);
  });
  const create = useMutation({
    mutationFn: async (files: FolderFile[]) =>
      dataOf(
        api.POST('/api/sites', {
          params: { header: { 'Idempotency-Key': key } },
          body: { title: await titleOf(files), copyFrom: null, pages: true, settings: true },
        }),
      ),
    onSuccess: async (site, files) => {
      setMade({ id: site.id, title: site.title });
      intake.mutate({ siteId: site.id, files, replace: true });
      await queries.invalidateQueries({ queryKey: keys.sites });
    },
  });
  return (
    <>
      <DropPlace
        disabled={intake.isPending || create.isPending}
        onFiles={(files) => {
          // A site whose pages were refused is there already: the next try fills the same one.
          if (made) intake.mutate({ siteId: made.id, files, replace: true });
          else create.mutate(files);
        }}
      >
        {intake.progress && <ProgressBar progress={intake.progress} onStop={intake.stop} />}
      </DropPlace>
      <Trouble error={create.error} />
      <Trouble error={intake.error} />
      {made && (intake.error || intake.stopped) && (
        <Notice>
          <p>
            “{made.title}” is made and still empty. Choose another folder or ZIP, or{' '}
            <Link to={`/sites/${made.id}/what`}>go to it as it is</Link>.
          </p>
        </Notice>
      )}
    </>
  );
}
