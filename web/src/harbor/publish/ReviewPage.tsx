import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { newKey } from '../../common/api/newKey';
import { useDraft, useReview } from '../../common/api/content';
import { refreshSite } from '../../common/api/queries';
import { useVisits, USUAL_DAYS } from '../../common/api/visits';
import { WhatNav } from '../../what/draft/WhatNav';
import { AlsoIn } from '../../what/sharing/AlsoIn';
import { useThisSite } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Flag } from '../../common/ui/Flag';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Proportion } from '../../common/ui/Proportion';
import { Panes } from '../../common/ui/Panes';
import { counted } from '../../common/ui/Words';
import { FindingsLine } from '../../what/finding/FindingsLine';
import { atLeast } from '../../who/access/people';
import { AskReview } from '../review/AskReview';
import { useReviews } from '../review/reviews';
import { ChangeLedger } from './ChangeLedger';
import { SETTINGS } from '../change/change';
import { ChangeSheet } from './ChangeSheet';
import { asked, firstChange } from './firstChange';
import { NowLive } from './NowLive';
import { PlansAhead } from './PlansAhead';
import { ProposedRedirects } from './ProposedRedirects';
import { PublishNoticed } from './PublishNoticed';
import { PublishProgress } from './PublishProgress';
import { SendAnyway } from './SendAnyway';
import { SettingsSheet } from './SettingsSheet';

/** How much of the site's files a publish changes. */
function Changed({ changes, files }: { changes: Schemas['ChangeView'][]; files: number }) {
  const count = (kind: Schemas['ChangeView']['kind']) => changes.filter((c) => c.kind === kind).length;
  const [added, changed, moved, removed] = [
    count('ADDED'),
    count('CHANGED'),
    count('MOVED'),
    count('REMOVED'),
  ];
  const same = Math.max(0, files - added - changed - moved);
  return (
    <Proportion
      whole={files + removed}
      parts={[
        { words: `${String(added)} new`, size: added, look: 'bg-ink' },
        { words: `${String(changed)} changed`, size: changed, look: 'bg-water' },
        { words: `${String(moved)} moved`, size: moved, look: 'bg-land' },
        { words: `${String(removed)} removed`, size: removed, look: 'hatched' },
        { words: `${String(same)} as they are`, size: same, look: 'bg-paper' },
      ]}
    />
  );
}

/** What a publish would change for visitors, and the publish itself. */
export function ReviewPage() {
  const site = useThisSite();
  const review = useReview(site.id);
  const draft = useDraft(site.id);
  const reviews = useReviews(site.id);
  // What visitors read says which changed page matters most.
  const visits = useVisits(site.id, USUAL_DAYS);
  const [search] = useSearchParams();
  const [heldBack, setHeldBack] = useState<Set<string>>(new Set());
  const [anyway, setAnyway] = useState<Set<string>>(new Set());
  const [declined, setDeclined] = useState<Set<string>>(new Set());
  const [rights, setRights] = useState(false);
  const [key, setKey] = useState(newKey);
  const [finished, setFinished] = useState(false);
  const publish = useMutation({
    mutationFn: (draftRevision: number) =>
      dataOf(
        api.POST('/api/sites/{siteId}/publications', {
          params: { path: { siteId: site.id }, header: { 'Idempotency-Key': key } },
          body: {
            heldBack: [...heldBack],
            sentAnyway: [...anyway],
            declinedRedirects: [...declined],
            rightsConfirmed: rights,
            draftRevision,
          },
        }),
      ),
    onError: async () => {
      setKey(newKey());
      await refreshSite(site.id);
    },
  });
  if (!review.data || !draft.data) {
    return (
      <>
        <WhatNav />
        {review.error ? <Trouble error={review.error} /> : <Loading />}
      </>
    );
  }
  const publishes = atLeast(site.role, 'PUBLISHER');
  const { changes, rightsConfirmed, draftRevision } = review.data;
  // What was agreed to and is still what the draft holds may go out from here.
  const agreed = reviews.data?.reviews.some((each) => each.state === 'AGREED' && each.sameAsDraft) ?? false;
  const agreement = (reviews.data?.needed ?? false) && !agreed;
  const going = changes.filter((c) => !heldBack.has(c.path)).length;
  // A page that is held back does not move, so its old link needs nothing.
  const held = new Set([...heldBack].map(asked));
  const nothing = going === 0 && anyway.size === 0;
  // Nothing is chosen, to be chosen otherwise a moment later, while it is not known what visitors read.
  const chosen =
    changes.find((c) => c.path === search.get('path')) ??
    (visits.isPending
      ? undefined
      : firstChange(changes, new Map(visits.data?.pages.map((page) => [page.path, page.visits]))));
  const started = publish.data;
  return (
    <>
      <WhatNav />
      {started && (
        <PublishProgress
          publication={started}
          onEnd={(done) => {
            setKey(newKey());
            setHeldBack(new Set());
            setAnyway(new Set());
            setDeclined(new Set());
            setFinished(done);
            if (done) publish.reset();
            void refreshSite(site.id);
          }}
        />
      )}
      {finished && !started && site.live && <NowLive site={site} />}
      {changes.length === 0 && !finished && !started && (
        <Empty
          title={
            site.files === 0
              ? 'There is nothing to publish yet'
              : site.live
                ? 'Nothing differs from what is live'
                : `Nothing differs from version ${String(site.liveVersion)}, which was live last`
          }
        >
          <p>
            {site.files === 0 ? (
              <Link to={`/sites/${site.id}/what`}>Add files first.</Link>
            ) : (
              'Edit the draft, and what changed is listed here before it goes out.'
            )}
          </p>
        </Empty>
      )}
      {(changes.length > 0 || (site.files > 0 && !finished)) && (
        <Panes
          label="Changes"
          ledger={
            <>
              <div className="border-ink mb-3 border-2 p-3">
                <div className="flex items-center gap-3">
                  <Flag flag={site.flag} size={48} />
                  <div className="min-w-0">
                    <p className="font-medium">
                      {site.title}: {counted(going, 'change')} to publish
                      {heldBack.size > 0 && `, ${String(heldBack.size)} held back`}
                      {anyway.size > 0 && `, ${String(anyway.size)} sent anyway`}
                    </p>
                    <p className="text-soft">
                      {site.liveVersion === null
                        ? 'It has not been live before.'
                        : `Compared with version ${String(site.liveVersion)}, ${site.live ? 'which is live' : 'live last'}.`}
                    </p>
                  </div>
                </div>
                <Changed
                  changes={changes.filter((c) => c.path !== SETTINGS && !heldBack.has(c.path))}
                  files={draft.data.count}
                />
                <FindingsLine siteId={site.id} />
                {!publishes ? (
                  site.role === 'EDITOR' && !nothing ? (
                    <AskReview site={site} draftRevision={draftRevision} primary />
                  ) : null
                ) : agreement ? (
                  <>
                    <p className="mt-3">Another person has to agree before this goes out.</p>
                    {!nothing && <AskReview site={site} draftRevision={draftRevision} primary />}
                  </>
                ) : site.addresses.length === 0 ? (
                  <p className="mt-3">
                    This site has no address yet.{' '}
                    <Link to={`/sites/${site.id}/where`}>Choose an address</Link>, then publish.
                  </p>
                ) : (
                  <div className="mt-3 flex flex-col gap-3">
                    {!rightsConfirmed && (
                      <Check checked={rights} onChange={setRights}>
                        I have the right to publish this content. (Asked once for each site.)
                      </Check>
                    )}
                    <div>
                      <Button
                        kind="primary"
                        busy={publish.isPending || started?.state === 'RUNNING'}
                        disabled={nothing || (!rightsConfirmed && !rights)}
                        onClick={() => {
                          setFinished(false);
                          publish.mutate(draftRevision);
                        }}
                      >
                        {nothing
                          ? 'Nothing to publish'
                          : going > 0
                            ? `Publish ${counted(going, 'change')}`
                            : `Send ${counted(anyway.size, 'file')} anyway`}
                      </Button>
                    </div>
                  </div>
                )}
                <Trouble error={publish.error} />
                {publishes && !agreement && !nothing && site.addresses.length > 0 && (
                  <details className="mt-2">
                    <summary className="text-soft min-h-[25px] cursor-pointer">
                      Ask for a review first
                    </summary>
                    <AskReview site={site} draftRevision={draftRevision} primary={false} />
                  </details>
                )}
              </div>
              <AlsoIn
                siteId={site.id}
                paths={changes.filter((c) => !heldBack.has(c.path)).map((c) => c.path)}
              />
              <PlansAhead siteId={site.id} />
              <PublishNoticed site={site} heldBack={heldBack} onHold={setHeldBack} declined={declined} />
              <ProposedRedirects
                proposals={review.data.redirects.filter((p) => !held.has(p.to))}
                declined={declined}
                onDecline={setDeclined}
              />
              <ChangeLedger
                changes={changes}
                heldBack={heldBack}
                onHold={setHeldBack}
                selected={chosen?.path ?? ''}
              />
              <SendAnyway files={draft.data.files} changed={changes} chosen={anyway} onChoose={setAnyway} />
            </>
          }
          sheet={
            chosen ? (
              chosen.path === SETTINGS ? (
                <SettingsSheet site={site} changes={review.data.settings} />
              ) : (
                <ChangeSheet site={site} change={chosen} />
              )
            ) : (
              <p className="text-soft">Select a change to see it beside what is live.</p>
            )
          }
        />
      )}
    </>
  );
}
