import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Button, LinkButton } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Flag } from '../../common/ui/Flag';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { atLeast } from '../../who/access/people';
import { STATES, type Reviewed } from './reviews';

/** How a review stands, and what whoever looks can do about it. */
export function Decision({ site, review }: { site: SiteView; review: Reviewed }) {
  const [answer, setAnswer] = useState('');
  const publisher = atLeast(site.role, 'PUBLISHER');
  const at = { params: { path: { siteId: site.id, reviewId: review.id } } };
  const decide = useMutation({
    mutationFn: (agreed: boolean) =>
      dataOf(api.PUT('/api/sites/{siteId}/reviews/{reviewId}/decision', { ...at, body: { agreed, answer } })),
    onSettled: () => refreshSite(site.id),
    onSuccess: (now) => {
      toast(
        now.state === 'AGREED'
          ? 'Agreed. It goes out when someone publishes it.'
          : `Sent back to ${now.askedBy}`,
      );
    },
  });
  const withdraw = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/sites/{siteId}/reviews/{reviewId}', at)),
    onSettled: () => refreshSite(site.id),
  });
  return (
    <div className="border-ink border-2 p-3">
      <div className="flex items-center gap-3">
        <Flag flag={site.flag} size={48} />
        <div>
          <p className="font-medium">
            {site.title}, version {review.version}: {review.out === null ? STATES[review.state] : 'published'}
          </p>
          <p className="text-soft">
            {review.mine ? 'You asked' : `${review.askedBy} asked`} <Time at={review.askedAt} short />
            {review.decidedBy !== null && review.decidedAt !== null && (
              <>
                ; {review.decidedBy} {review.state === 'AGREED' ? 'agreed' : 'sent it back'}{' '}
                <Time at={review.decidedAt} short />
              </>
            )}
          </p>
        </div>
      </div>
      {review.words !== '' && (
        <p className="border-water mt-2 border-l-4 pl-3 [overflow-wrap:anywhere]">{review.words}</p>
      )}
      {review.answer !== '' && (
        <p className="border-magenta mt-2 border-l-4 pl-3 [overflow-wrap:anywhere]">
          {review.decidedBy}: {review.answer}
        </p>
      )}
      {!review.sameAsDraft && review.out === null && (
        <p className="mt-2">The draft has changed since. This version has not.</p>
      )}
      {review.state === 'OPEN' && publisher && !review.mine && (
        <div className="mt-3">
          <Field
            label="Answer (needed to send it back)"
            value={answer}
            maxLength={1000}
            onChange={(e) => {
              setAnswer(e.target.value);
            }}
          />
          <div className="flex flex-wrap gap-2">
            <Button
              kind="primary"
              busy={decide.isPending}
              onClick={() => {
                decide.mutate(true);
              }}
            >
              Agree
            </Button>
            <Button
              busy={decide.isPending}
              onClick={() => {
                decide.mutate(false);
              }}
            >
              Send back
            </Button>
          </div>
        </div>
      )}
      {review.state === 'OPEN' && review.mine && (
        <p className="mt-2">
          Waiting for a publisher.{' '}
          <LinkButton
            onClick={() => {
              if (!withdraw.isPending) withdraw.mutate();
            }}
          >
            Withdraw it
          </LinkButton>
        </p>
      )}
      {review.state === 'OPEN' && !publisher && !review.mine && (
        <p className="mt-2">A publisher decides. You can comment on pages.</p>
      )}
      {review.state === 'SENT_BACK' && (
        <p className="mt-2">
          <Link to={`/sites/${site.id}/what`}>Change the draft</Link>, then ask for a new review.
        </p>
      )}
      {review.state === 'AGREED' && review.out === null && <PublishAgreed site={site} review={review} />}
      <Trouble error={decide.error ?? withdraw.error} />
    </div>
  );
}

/** What was agreed to goes out exactly as it was seen: now, or at a set time. */
function PublishAgreed({ site, review }: { site: SiteView; review: Reviewed }) {
  const [rights, setRights] = useState(false);
  const publish = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/live/version', {
          params: { path: { siteId: site.id } },
          body: { version: review.version, redirects: true, rightsConfirmed: rights },
        }),
      ),
    onSuccess: () => {
      toast(`${site.title}: version ${String(review.version)} is live`);
    },
    onSettled: () => refreshSite(site.id),
  });
  if (!atLeast(site.role, 'PUBLISHER')) return <p className="mt-2">A publisher can publish it now.</p>;
  if (site.addresses.length === 0) {
    return (
      <p className="mt-2">
        This site has no address yet. <Link to={`/sites/${site.id}/where`}>Choose an address</Link>, then
        publish.
      </p>
    );
  }
  return (
    <div className="mt-3 flex flex-col gap-3">
      {!site.rightsConfirmed && (
        <Check checked={rights} onChange={setRights}>
          I have the right to publish this content. (Asked once for each site.)
        </Check>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <Button
          kind="primary"
          busy={publish.isPending}
          disabled={!site.rightsConfirmed && !rights}
          onClick={() => {
            publish.mutate();
          }}
        >
          Publish version {review.version}
        </Button>
        <Link to={`/sites/${site.id}/when`}>Plan it for later</Link>
      </div>
      <Trouble error={publish.error} />
    </div>
  );
}
