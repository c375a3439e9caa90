import { useDeferredValue } from 'react';
import { useSearchParams } from 'react-router';
import { useDraft } from '../../common/api/content';
import { useThisSite } from '../site/thisSite';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { FileLedger } from './FileLedger';
import { FileSheet } from './FileSheet';
import { WhatNav } from './WhatNav';
import { May, WhoMay } from '../../who/access/May';
import { DraftSheet } from './DraftSheet';
import { TakeIn } from './TakeIn';

/** What opens on the site as people see it: its files, and the sheet of the one that is selected. */
export function DraftPage() {
  const site = useThisSite();
  const draft = useDraft(site.id);
  const [search] = useSearchParams();
  const selected = search.get('path') ?? '';
  // The row is marked at once; its sheet, which shows a page, follows.
  const opened = useDeferredValue(selected);
  if (!draft.data) return draft.error ? <Trouble error={draft.error} /> : <Loading />;
  return (
    <>
      <WhatNav />
      <Panes
        label="Files of the draft"
        ledger={
          <>
            <WhoMay site={site} to="EDIT" what="change pages" />
            <May site={site} to="EDIT">
              <TakeIn key={site.id} siteId={site.id} draft={draft.data} />
            </May>
            {draft.data.count > 0 && (
              <FileLedger siteId={site.id} files={draft.data.files} selected={selected} />
            )}
          </>
        }
        sheet={
          opened === '' ? (
            <DraftSheet siteId={site.id} draft={draft.data} />
          ) : (
            <FileSheet key={opened} siteId={site.id} draft={draft.data} path={opened} />
          )
        }
      />
    </>
  );
}
