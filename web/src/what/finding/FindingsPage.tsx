import { Link, useSearchParams } from 'react-router';
import { Button } from '../../common/ui/Button';
import { Diamond, Empty, Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { counted } from '../../common/ui/Words';
import { May, WhoMay } from '../../who/access/May';
import { WhatNav } from '../draft/WhatNav';
import { useThisSite } from '../site/thisSite';
import { FindingRows } from './FindingRows';
import { useFindings, useFixFindings, type FindingKind, type Findings } from './findings';
import { IgnoredList } from './IgnoredList';
import { OutsideLinks } from './OutsideLinks';
import { PageWeights } from './PageWeights';

/** What is not right with the draft: a list of kinds, and the findings of the one that is selected. */
export function FindingsPage() {
  const site = useThisSite();
  const findings = useFindings(site.id);
  const [search] = useSearchParams();
  if (!findings.data) {
    return (
      <>
        <WhatNav />
        {findings.error ? <Trouble error={findings.error} /> : <Loading />}
      </>
    );
  }
  const view = findings.data;
  const wanted = search.get('kind');
  const chosen = view.kinds.find((each) => each.kind === wanted) ?? first(view);
  return (
    <>
      <WhatNav />
      <Trouble error={findings.error} />
      {!view.ready ? (
        <Notice>
          <p>
            Reading the pages: {view.read.toLocaleString('en')} of {counted(view.of, 'file')}.
          </p>
          <progress
            className="mt-1 w-full max-w-md"
            max={view.of}
            value={view.read}
            aria-label="Files read"
          />
        </Notice>
      ) : chosen === undefined ? (
        <Empty title={site.files === 0 ? 'Findings go here' : 'Nothing to fix'}>
          <p>
            {site.files === 0 ? (
              <Link to={`/sites/${site.id}/what`}>Add files first.</Link>
            ) : (
              'Links, pictures, titles and what else visitors and search engines need were checked.'
            )}
          </p>
          <Unread view={view} />
          <IgnoredList site={site} view={view} />
          <OutsideLinks site={site} revision={view.revision} />
          {site.files > 0 && <PageWeights siteId={site.id} revision={view.revision} />}
        </Empty>
      ) : (
        <Panes
          label="Kinds of finding"
          ledger={
            <>
              <Summary view={view} />
              <Unread view={view} />
              <KindList kinds={view.kinds} chosen={chosen} siteId={site.id} />
              <IgnoredList site={site} view={view} />
              <OutsideLinks site={site} revision={view.revision} />
              <PageWeights siteId={site.id} revision={view.revision} />
            </>
          }
          sheet={<FindingRows key={chosen.kind} site={site} kind={chosen} view={view} />}
        />
      )}
    </>
  );
}

/** Pages of which nothing is known: what is said of the others is not said of them. */
function Unread({ view }: { view: Findings }) {
  if (view.unread.length === 0) return null;
  return (
    <details className="mb-3">
      <summary className="min-h-[25px] cursor-pointer">
        {counted(view.unread.length, 'page')} could not be read
      </summary>
      <p className="text-soft">
        Nothing is known of {view.unread.length === 1 ? 'it' : 'them'}: larger than 8 MB, or damaged.
      </p>
      <ul>
        {view.unread.map((path) => (
          <li key={path} className="mono [overflow-wrap:anywhere]">
            {path}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What came since the last publish is opened first. */
const first = (view: Findings) => view.kinds.find((each) => each.fresh > 0) ?? view.kinds[0];

function Summary({ view }: { view: Findings }) {
  const site = useThisSite();
  const fix = useFixFindings(site.id, view.revision);
  const all = view.kinds.reduce((sum, each) => sum + each.count, 0);
  const fresh = view.kinds.reduce((sum, each) => sum + each.fresh, 0);
  const fixable = view.findings.filter((each) => each.fix !== null);
  return (
    <div className="mb-3">
      <h2 className="text-lg">{counted(all, 'finding')}</h2>
      <p className="text-soft mb-2">
        {view.published &&
          (fresh > 0
            ? `${String(fresh)} new since the last publish. `
            : 'None is new since the last publish. ')}
        {fixable.length > 0
          ? `A button fixes ${String(fixable.length)} of them, in the draft; it can be undone.`
          : 'Each needs a decision of yours.'}
      </p>
      <WhoMay site={site} to="EDIT" what="fix them" />
      {fixable.length > 1 && (
        <May site={site} to="EDIT">
          <Button
            kind="primary"
            busy={fix.isPending}
            onClick={() => {
              fix.mutate(fixable.map((each) => each.id));
            }}
          >
            Fix {fixable.length} at once
          </Button>
        </May>
      )}
      <Trouble error={fix.error} />
    </div>
  );
}

const WEIGHTS: [weight: FindingKind['weight'], words: string][] = [
  ['BROKEN', 'Broken for visitors'],
  ['WEAK', 'Worse than it could be'],
  ['TIDY', 'Could be tidier'],
];

function KindList({ kinds, chosen, siteId }: { kinds: FindingKind[]; chosen: FindingKind; siteId: string }) {
  return WEIGHTS.map(([weight, words]) => {
    const these = kinds.filter((each) => each.weight === weight);
    return (
      these.length > 0 && (
        <section key={weight} aria-label={words} className="mb-3">
          <h3 className="text-soft text-[0.93rem]">{words}</h3>
          <ul className="border-water border-t">
            {these.map((each) => (
              <li key={each.kind}>
                <Link
                  to={`/sites/${siteId}/what/findings?kind=${each.kind}`}
                  aria-current={each.kind === chosen.kind}
                  className="border-water hover:bg-shoal aria-[current=true]:bg-land grid grid-cols-[auto_1fr_auto] items-baseline gap-x-2 border-b px-2 py-1.5 no-underline"
                >
                  {weight === 'BROKEN' ? <Diamond /> : <span className="w-2.5" />}
                  <span>{each.words}</span>
                  <span className="text-soft whitespace-nowrap tabular-nums">
                    {each.fresh > 0 && <strong className="text-ink font-medium">{each.fresh} new · </strong>}
                    {each.count}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )
    );
  });
}
