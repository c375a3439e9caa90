import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, dataOf, tag } from '../../common/api/client';
import { newKey } from '../../common/api/newKey';
import { Problem } from '../../common/api/problem';
import { useSense } from '../../common/api/addresses';
import { useReview } from '../../common/api/content';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Flag } from '../../common/ui/Flag';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { SitePages } from '../../common/ui/SitePages';
import { useRested } from '../../common/ui/useRested';
import { counted, HostName } from '../../common/ui/Words';
import { FindingsLine } from '../../what/finding/FindingsLine';
import { useThisSite, type SiteView } from '../../what/site/thisSite';
import { Answer } from '../../where/address/AddressBox';
import { atLeast } from '../../who/access/people';
import { PublishProgress } from './PublishProgress';
import { ToShare } from './ToShare';

/** A new site's way to its visitors, on one page: what it is called, where it is found, and what it looks like. */
export function GoLivePage() {
  const site = useThisSite();
  const suggestion = useQuery({
    queryKey: ['suggestion', site.title],
    queryFn: () => dataOf(api.GET('/api/names/suggestion', { params: { query: { title: site.title } } })),
    enabled: site.addresses.length === 0,
  });
  if (site.live) return <ToShare site={site} />;
  if (site.files === 0) {
    return (
      <Empty title="There is nothing to publish yet">
        <Link to={`/sites/${site.id}/what`}>Add files first.</Link>
      </Empty>
    );
  }
  return (
    <Panes
      label="Go live"
      ledger={
        suggestion.isLoading ? (
          <Loading />
        ) : (
          <GoLive
            site={site}
            suggestion={suggestion.data?.name ?? ''}
            ending={suggestion.data?.ending ?? ''}
            https={suggestion.data?.https ?? false}
          />
        )
      }
      sheet={<SitePages siteId={site.id} version={null} height={470} />}
    />
  );
}

function GoLive({
  site,
  suggestion,
  ending,
  https,
}: {
  site: SiteView;
  suggestion: string;
  ending: string;
  /** Whether an address gets HTTPS by itself. */
  https: boolean;
}) {
  const review = useReview(site.id);
  const [title, setTitle] = useState(site.title);
  const [address, setAddress] = useState(suggestion);
  const [rights, setRights] = useState(false);
  const [key, setKey] = useState(newKey);
  const claimed = site.addresses[0];
  const rested = useRested(address);
  const sense = useSense(site.id, claimed ? '' : rested);
  const current = rested === address ? sense.data : undefined;
  // A domain is registered or connected where its price and its records are seen.
  const domainFirst = current?.nature === 'TO_BUY' || current?.nature === 'TO_BRING';
  const free = !domainFirst && (current?.roles.includes('MAIN') ?? false);
  const [running, setRunning] = useState(false);
  const publish = useMutation({
    mutationFn: async () => {
      const params = { path: { siteId: site.id } };
      if (title.trim() !== site.title) {
        await dataOf(
          api.PUT('/api/sites/{siteId}', {
            params: { ...params, header: { 'If-Match': tag(site.revision) } },
            body: { title: title.trim(), listed: site.listed, pinned: site.pinned },
          }),
        );
      }
      if (!claimed) {
        const wish = { role: 'MAIN' as const, trialVersion: null, pointsTo: null };
        await dataOf(
          api.POST('/api/sites/{siteId}/addresses', {
            params,
            body: { typed: address, wish, withPair: false },
          }),
        );
      }
      const changes = await dataOf(api.GET('/api/sites/{siteId}/changes', { params }));
      return dataOf(
        api.POST('/api/sites/{siteId}/publications', {
          params: { ...params, header: { 'Idempotency-Key': key } },
          body: {
            heldBack: [],
            sentAnyway: [],
            declinedRedirects: [],
            rightsConfirmed: rights,
            draftRevision: changes.draftRevision,
          },
        }),
      );
    },
    onSuccess: () => {
      setRunning(true);
    },
    onError: async () => {
      setKey(newKey());
      await Promise.all([refreshSite(site.id), sense.refetch()]);
    },
  });
  if (!review.data) return review.error ? <Trouble error={review.error} /> : <Loading />;
  const confirmed = review.data.rightsConfirmed;
  if (!atLeast(site.role, 'PUBLISHER')) {
    return (
      <p>
        You can edit this site; publishing it is up to its publishers.{' '}
        <Link to={`/sites/${site.id}/what/review`}>Ask for a review</Link>.
      </p>
    );
  }
  return (
    <form
      aria-label="Go live"
      onSubmit={(e) => {
        e.preventDefault();
        publish.mutate();
      }}
    >
      <div className="mb-4 flex items-center gap-3">
        <Flag flag={site.flag} size={44} />
        <h1 className="min-w-0 text-2xl [overflow-wrap:anywhere]">{title}</h1>
      </div>
      <Field
        label="Name"
        value={title}
        maxLength={120}
        onChange={(e) => {
          setTitle(e.target.value);
        }}
        problem={publish.error instanceof Problem ? publish.error.field('title') : undefined}
        hint={<p className="text-soft">For you and your people. Visitors do not see it.</p>}
      />
      {claimed ? (
        <p className="mb-3">
          Its address is <HostName name={claimed.shown} />.
        </p>
      ) : (
        <Field
          label="Address"
          value={address}
          className="mono"
          ending={/[./]/.test(address) ? '' : `.${ending}`}
          autoComplete="off"
          autoCapitalize="none"
          spellCheck={false}
          onChange={(e) => {
            publish.reset();
            setAddress(e.target.value);
          }}
          hint={
            <div aria-live="polite" className="min-h-6">
              {address.trim() === '' ? (
                <p>Choose what people type, such as kite-shop.</p>
              ) : (
                sense.data && <Answer sense={sense.data} onTake={setAddress} />
              )}
              <p className={domainFirst ? '' : 'text-soft'}>
                {https && !domainFirst && 'HTTPS comes by itself. '}
                <Link to={`/sites/${site.id}/where/new`}>Use a domain of your own</Link>
              </p>
            </div>
          }
        />
      )}
      <FindingsLine siteId={site.id} />
      {!confirmed && (
        <div className="mt-3">
          <Check checked={rights} onChange={setRights}>
            I have the right to publish this content. (Asked once for each site.)
          </Check>
        </div>
      )}
      <div className="mt-4">
        {publish.data ? (
          <PublishProgress
            publication={publish.data}
            onEnd={() => {
              setKey(newKey());
              setRunning(false);
              void refreshSite(site.id);
            }}
          />
        ) : null}
        <Button
          kind="primary"
          type="submit"
          busy={publish.isPending || running}
          disabled={title.trim() === '' || (!claimed && !free) || (!confirmed && !rights)}
        >
          Publish {counted(site.files, 'file')}
        </Button>
      </div>
      <Trouble error={publish.error} />
    </form>
  );
}
