import { useThisSite } from '../site/thisSite';
import { PartNav } from '../../common/ui/PartNav';

/** The parts of What. */
export function WhatNav() {
  const site = useThisSite();
  const at = `/sites/${site.id}/what`;
  return (
    <PartNav
      label="What"
      parts={[
        [at, 'Draft'],
        [`${at}/look`, 'Preview'],
        [`${at}/findings`, 'Findings'],
        [`${at}/pages`, 'Pages'],
        [`${at}/about`, 'About'],
        [`${at}/replace`, 'Find and replace'],
        [`${at}/review`, site.changes > 0 ? `Changes (${String(site.changes)})` : 'Changes'],
        [`${at}/reviews`, site.review?.state === 'OPEN' ? 'Reviews (1)' : 'Reviews'],
        [`${at}/versions`, 'Versions'],
      ]}
    />
  );
}
