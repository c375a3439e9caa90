import { useMutation } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { Link, useLocation, useParams, useSearchParams } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { useRedirects, useRedirectUses } from '../../common/api/redirects';
import { useRedirectsOutcome } from '../../common/api/visits';
import { WhereNav } from '../address/WhereNav';
import { useThisSite } from '../../what/site/thisSite';
import { Button, LinkButton } from '../../common/ui/Button';
import { Loading, Notice } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { WillNotice } from '../../common/ui/Noticed';
import { Panes } from '../../common/ui/Panes';
import { counted } from '../../common/ui/Words';
import { undoRedirects, useApplyRedirects } from './change';
import { Findings } from './Findings';
import { RuleForm } from './RuleForm';
import { RuleLedger } from './RuleLedger';
import { RuleUse } from './RuleUse';
import { TryUrl } from './TryUrl';
import { BLANK, type Redirects } from './words';
import { May, may, WhoMay } from '../../who/access/May';

/** Stands in the URL for the redirect that is being made. */
const NEW = 'new';

/** Links in a row that are still large enough to be hit. */
const SMALL = 'inline-block min-h-[25px]';

/** The redirects of a site: what is wrong with them first, then the list, and the sheet of the one that is selected. */
export function RedirectsPage() {
  const site = useThisSite();
  const { ruleId } = useParams();
  const [search] = useSearchParams();
  const from = search.get('from') ?? '';
  const redirects = useRedirects(site.id);
  const uses = useRedirectUses(site.id);
  const rules = redirects.data?.rules;
  const ruleOf = useMemo(() => {
    const byId = new Map(rules?.map((r) => [r.id, r]));
    return (id: string) => byId.get(id);
  }, [rules]);
  const { hash } = useLocation();
  const drawn = redirects.data !== undefined;
  useEffect(() => {
    if (drawn && hash === '#findings') document.getElementById('findings')?.scrollIntoView();
  }, [hash, drawn]);
  if (!redirects.data) {
    return (
      <>
        <WhereNav />
        {redirects.error ? <Trouble error={redirects.error} /> : <Loading />}
      </>
    );
  }
  const chosen = ruleId === undefined ? undefined : ruleOf(ruleId);
  const ledger = (
    <RuleLedger
      siteId={site.id}
      redirects={redirects.data}
      uses={uses.data?.uses ?? []}
      selected={ruleId ?? ''}
    />
  );
  return (
    <>
      <WhereNav />
      <Waiting siteId={site.id} redirects={redirects.data} />
      {/* Where it is narrow, the sheet of a redirect is a view of its own. */}
      <div className={ruleId === undefined ? '' : 'hidden lg:block'}>
        <Summary redirects={redirects.data} saved={uses.data} />
        <TryUrl key={`try ${ruleId ?? ''}`} site={site} rule={chosen} ruleOf={ruleOf} />
      </div>
      {ruleId === undefined ? (
        <>
          <WhoMay site={site} to="EDIT" what="change redirects" />
          <Findings siteId={site.id} findings={redirects.data.findings} ruleOf={ruleOf} />
          {ledger}
        </>
      ) : (
        <Panes
          label="Redirects"
          back={{ to: `/sites/${site.id}/where/redirects${keeping(search)}`, words: 'All redirects' }}
          ledger={ledger}
          sheet={
            ruleId !== NEW && chosen === undefined ? (
              <NotHere
                what="redirect"
                asking={redirects.isFetching}
                to={`/sites/${site.id}/where/redirects/${NEW}`}
                offer="add one"
              />
            ) : (
              <>
                <WhoMay site={site} to="EDIT" what="change redirects" />
                <May site={site} to="EDIT">
                  <RuleForm
                    // What is being typed is kept unless this very rule was changed by someone else.
                    key={chosen ? JSON.stringify(chosen) : `new ${from}`}
                    site={site}
                    rule={chosen ?? BLANK}
                    begin={from}
                    ruleOf={ruleOf}
                  />
                </May>
                {chosen && <RuleUseOf id={chosen.id} uses={uses.data} />}
              </>
            )
          }
        />
      )}
    </>
  );
}

function RuleUseOf({ id, uses }: { id: string; uses: Schemas['UsesView'] | undefined }) {
  const use = uses?.uses.find((each) => each.redirect === id);
  return use ? <RuleUse use={use} /> : null;
}

/** The filter of the list, kept on the way back to it. */
function keeping(search: URLSearchParams) {
  const kept = new URLSearchParams(search);
  kept.delete('from');
  return kept.size === 0 ? '' : `?${kept.toString()}`;
}

function Summary({ redirects, saved }: { redirects: Redirects; saved: Schemas['UsesView'] | undefined }) {
  const site = useThisSite();
  const undo = useMutation({ mutationFn: () => undoRedirects(site.id) });
  return (
    <div className="mb-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="text-lg">{counted(redirects.rules.length, 'redirect')}</h2>
        <span className="flex flex-wrap gap-x-4">
          <May site={site} to="EDIT">
            <Link className={SMALL} to={`/sites/${site.id}/where/redirects/${NEW}`}>
              New redirect
            </Link>
            <Link className={SMALL} to={`/sites/${site.id}/where/redirects/bring`}>
              Import
            </Link>
          </May>
          {redirects.rules.length > 0 && (
            <a className={SMALL} href={`/api/sites/${site.id}/redirects/file`} download>
              Export as CSV
            </a>
          )}
        </span>
      </div>
      <p className="text-soft flex flex-wrap items-center gap-x-2">
        {saved && saved.follows > 0 && (
          <span>
            {counted(saved.links, 'old link')} kept alive, followed {saved.follows.toLocaleString('en')} times
            in a year.
          </span>
        )}
        {redirects.undoable && may(site, 'EDIT') && (
          <LinkButton
            disabled={undo.isPending}
            onClick={() => {
              undo.mutate();
            }}
          >
            Undo “{redirects.what}”
          </LinkButton>
        )}
      </p>
      <Trouble error={undo.error} />
    </div>
  );
}

function Waiting({ siteId, redirects }: { siteId: string; redirects: Redirects }) {
  const site = useThisSite();
  const apply = useApplyRedirects(siteId);
  const waiting = redirects.waiting > 0 && redirects.live;
  const noticed = useRedirectsOutcome(siteId, waiting);
  if (!waiting) return null;
  return (
    <Notice>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p>
          {counted(redirects.waiting, 'redirect')} {redirects.waiting === 1 ? 'differs' : 'differ'} from what
          visitors meet. {redirects.waiting === 1 ? 'It goes' : 'They go'} live with the next publish, or at
          once.
        </p>
        <May site={site} to="PUBLISH">
          <Button
            kind="primary"
            busy={apply.isPending}
            onClick={() => {
              apply.mutate();
            }}
          >
            Apply now
          </Button>
        </May>
      </div>
      <Trouble error={apply.error} />
      <WillNotice query={noticed} />
    </Notice>
  );
}
