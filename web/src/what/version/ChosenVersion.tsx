import { memo } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Notice } from '../../common/ui/Notice';
import { counted, sizeText, Time } from '../../common/ui/Words';
import { useThisSite } from '../site/thisSite';
import { VersionSheet } from './VersionSheet';

export const CAUSES = {
  PUBLISHED: 'published',
  SAVED: 'saved',
  BEFORE_RESTORE: 'saved before a restore',
} as const;

/** What one version is, and what can be done with it. Drawn again only when it is another one. */
export const ChosenVersion = memo(function ChosenVersion({ version }: { version: Schemas['VersionView'] }) {
  const site = useThisSite();
  return (
    <>
      <h2 className="text-lg">
        Version {version.number}
        {version.name && `: ${version.name}`}
      </h2>
      <p className="text-soft mb-3">
        {CAUSES[version.cause]} by {version.createdBy}, <Time at={version.createdAt} />.{' '}
        {counted(version.files, 'file')}, {sizeText(version.bytes)}, of which{' '}
        {version.alone === 0 ? 'nothing' : sizeText(version.alone)} is in no other version and not in the
        draft.
      </p>
      {version.dueAt !== null && (
        <Notice>
          By your account’s rule this version is cleaned up <Time at={version.dueAt} />. Give it a name or
          tick <em>Keep forever</em>, and it stays.
        </Notice>
      )}
      <p className="mb-3 flex flex-wrap gap-x-4">
        <Link
          className="inline-block min-h-[25px]"
          to={`/sites/${site.id}/what/versions/compare?from=${String(version.number)}&to=draft`}
        >
          Compare with the draft
        </Link>
        {site.liveVersion !== null && site.liveVersion !== version.number && (
          <Link
            className="inline-block min-h-[25px]"
            to={`/sites/${site.id}/what/versions/compare?from=${String(version.number)}&to=${String(site.liveVersion)}`}
          >
            Compare with version {site.liveVersion}
          </Link>
        )}
      </p>
      <VersionSheet key={version.number} version={version} />
    </>
  );
});
