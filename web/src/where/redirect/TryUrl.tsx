import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Diamond } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { instant, local } from './RuleOptions';
import { sourceText, type Rule } from './words';

interface Props {
  site: SiteView;
  rule: Rule | undefined;
  ruleOf: (id: string) => Rule | undefined;
}

const ENDS: Record<Schemas['JourneyView']['end'], string> = {
  PAGE: 'The visitor gets this page.',
  GONE: 'The visitor is told that the page is gone.',
  CLOSED: 'The visitor gets the notice that the site is closed.',
  ASKED: 'The visitor is asked first whether they may come in.',
  MISSING: 'The visitor finds nothing.',
  NOTHING_HERE: 'Nothing answers there: the site is not live.',
  OUTSIDE: 'The visitor is led out of your sites.',
  LOOP: 'It goes round in a ring. Browsers give up.',
};

/**
 * Any URL of the site, hop by hop, also at another date; and by a real request. What else can be set about it is out of the
 * way until it is asked for.
 */
export function TryUrl({ site, rule, ruleOf }: Props) {
  const [url, setUrl] = useState(rule?.kind === 'EXACT' ? rule.source : '');
  const [at, setAt] = useState<string | null>(null);
  const [draft, setDraft] = useState(true);
  const params = { path: { siteId: site.id } };
  const trial = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/sites/{siteId}/redirects/trial', { params, body: { url, at, draft } })),
  });
  const visit = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/redirects/visit', { params, body: { url, at: null, draft: false } }),
      ),
  });
  const reset = () => {
    trial.reset();
    visit.reset();
  };
  return (
    <section aria-label="Test a URL" className="mb-4">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          trial.mutate();
        }}
      >
        <div className="flex flex-wrap gap-2">
          <input
            value={url}
            aria-label="URL or path of this site"
            className="mono border-ink bg-paper min-w-0 flex-1 basis-64 border px-2 py-1.5"
            placeholder="Test a URL or path: where does /about.html lead?"
            autoComplete="off"
            autoCapitalize="none"
            spellCheck={false}
            onChange={(e) => {
              reset();
              setUrl(e.target.value);
            }}
          />
          <Button type="submit" busy={trial.isPending} disabled={url.trim() === ''}>
            Test
          </Button>
          <Button
            busy={visit.isPending}
            disabled={url.trim() === ''}
            onClick={() => {
              visit.mutate();
            }}
          >
            Test on the live site
          </Button>
        </div>
        <div className={`mt-2 flex-wrap items-end gap-x-4 gap-y-2 ${url.trim() === '' ? 'hidden' : 'flex'}`}>
          <label className="flex items-center gap-2">
            At
            <input
              type="datetime-local"
              value={local(at)}
              onChange={(e) => {
                reset();
                setAt(instant(e.target.value));
              }}
              className="border-ink bg-paper border px-2 py-1"
            />
          </label>
          <Check
            checked={draft}
            onChange={(to) => {
              reset();
              setDraft(to);
            }}
          >
            Test the draft (untick: the live site)
          </Check>
        </div>
      </form>
      <div aria-live="polite">
        <Trouble error={trial.error ?? visit.error} />
        {trial.data && <Way journey={trial.data} siteId={site.id} ruleOf={ruleOf} />}
        {visit.data && (
          <p className="mt-3">
            A real request for <span className="mono [overflow-wrap:anywhere]">{visit.data.url}</span> got{' '}
            {visit.data.status === 0 ? 'no answer' : `${String(visit.data.status)} ${visit.data.location}`}.{' '}
            {visit.data.asExpected ? (
              <span className="text-kelp">✓ As the live redirects say.</span>
            ) : (
              <span className="text-magenta">Expected: {visit.data.expected}.</span>
            )}
          </p>
        )}
      </div>
    </section>
  );
}

function Way({
  journey,
  siteId,
  ruleOf,
}: {
  journey: Schemas['JourneyView'];
  siteId: string;
  ruleOf: Props['ruleOf'];
}) {
  const bad = journey.end === 'MISSING' || journey.end === 'LOOP' || journey.end === 'NOTHING_HERE';
  return (
    <div className="mt-3">
      <ol className="border-water border-l-2 pl-3">
        {journey.hops.map((hop, i) => {
          const rule = hop.redirect === null ? undefined : ruleOf(hop.redirect);
          return (
            <li key={i} className="mb-1.5">
              <span className="mono [overflow-wrap:anywhere]">{hop.url}</span>{' '}
              <span className="text-soft whitespace-nowrap">{hop.status}</span>
              {hop.location !== '' && (
                <span className="text-soft block">
                  sent on{' '}
                  {rule ? (
                    <>
                      by{' '}
                      <Link to={`/sites/${siteId}/where/redirects/${rule.id}`} className="mono">
                        {sourceText(rule)}
                      </Link>
                    </>
                  ) : hop.redirect === null ? (
                    'by the site itself'
                  ) : (
                    'by a redirect that is not in this list any more'
                  )}
                </span>
              )}
            </li>
          );
        })}
      </ol>
      <p className="flex gap-2 font-medium">
        {bad && <Diamond />}
        {ENDS[journey.end]}
      </p>
    </div>
  );
}
