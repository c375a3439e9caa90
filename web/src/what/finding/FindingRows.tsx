import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Button, LinkButton } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { PageRows } from '../../common/ui/PageRows';
import { useListing, type Order } from '../../common/ui/useListing';
import { counted } from '../../common/ui/Words';
import { May } from '../../who/access/May';
import type { SiteView } from '../site/thisSite';
import { useFixFindings, useIgnoreFinding, type Finding, type FindingKind, type Findings } from './findings';

const textOf = (each: Finding) => [each.path, each.subject, each.detail].join(' ');

const ORDERS: [Order<Finding>, ...Order<Finding>[]] = [
  { key: 'page', words: 'By page' },
  { key: 'new', words: 'New ones first', compare: (a, b) => Number(b.fresh) - Number(a.fresh) },
  {
    key: 'fix',
    words: 'Those with a fix first',
    compare: (a, b) => Number(b.fix !== null) - Number(a.fix !== null),
  },
];

/** The findings of one kind: why it matters, where each stands, and what can be done. */
export function FindingRows({ site, kind, view }: { site: SiteView; kind: FindingKind; view: Findings }) {
  const fix = useFixFindings(site.id, view.revision);
  const rows = useMemo(
    () => view.findings.filter((each) => each.kind === kind.kind),
    [view.findings, kind.kind],
  );
  const fixable = rows.filter((each) => each.fix !== null);
  const [ignoring, setIgnoring] = useState(false);
  const listing = useListing({
    rows,
    label: 'Filter by path or what was found',
    text: textOf,
    orders: ORDERS,
  });
  return (
    <>
      <h2 className="text-lg">{kind.words}</h2>
      <p className="mb-3 max-w-prose">{kind.why}</p>
      <May site={site} to="EDIT">
        <div className="mb-2 flex flex-wrap items-center gap-2">
          {fixable.length > 1 && (
            <Button
              busy={fix.isPending}
              onClick={() => {
                fix.mutate(fixable.map((each) => each.id));
              }}
            >
              Fix{' '}
              {fixable.length === rows.length
                ? `all ${String(rows.length)}`
                : `these ${String(fixable.length)}`}
            </Button>
          )}
          <LinkButton
            aria-expanded={ignoring}
            onClick={() => {
              setIgnoring(!ignoring);
            }}
          >
            Ignore all of this kind …
          </LinkButton>
        </div>
      </May>
      {ignoring && (
        <Ignore
          site={site}
          kind={kind.kind}
          onDone={() => {
            setIgnoring(false);
          }}
        />
      )}
      <Trouble error={fix.error} />
      {listing.controls}
      <div className="border-water border-t">
        <PageRows rows={listing.rows} about={90} keyOf={(each) => each.id}>
          {(each) => <FindingRow site={site} finding={each} busy={fix.isPending} onFix={fix.mutate} />}
        </PageRows>
      </div>
      {kind.count > rows.length && (
        <p className="text-soft mt-2">
          {counted(kind.count - rows.length, 'more', 'more')}: when these are done, they follow.
        </p>
      )}
    </>
  );
}

function FindingRow({
  site,
  finding,
  busy,
  onFix,
}: {
  site: SiteView;
  finding: Finding;
  busy: boolean;
  onFix: (ids: string[]) => void;
}) {
  const [ignoring, setIgnoring] = useState(false);
  const file = `/sites/${site.id}/what?path=${encodeURIComponent(finding.path)}`;
  return (
    <div className="border-water border-b py-2">
      <p className="flex flex-wrap items-baseline gap-x-3">
        {finding.path === '' ? (
          <span className="font-medium">The whole site</span>
        ) : (
          <Link
            to={finding.line > 0 ? `${file}&line=${String(finding.line)}` : file}
            className="mono font-semibold [overflow-wrap:anywhere]"
          >
            {finding.path}
          </Link>
        )}
        {finding.line > 0 && <span className="text-soft">line {finding.line}</span>}
        {finding.fresh && <strong className="font-medium">new</strong>}
      </p>
      {finding.subject !== '' && (
        <p className="mono text-[0.93rem] [overflow-wrap:anywhere]">{finding.subject}</p>
      )}
      {finding.detail !== '' && <p className="text-soft [overflow-wrap:anywhere]">{finding.detail}</p>}
      <May site={site} to="EDIT">
        <p className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
          {finding.fix !== null && (
            <Button
              busy={busy}
              className="max-w-full"
              title={finding.fix}
              onClick={() => {
                onFix([finding.id]);
              }}
            >
              <span className="truncate">{finding.fix}</span>
            </Button>
          )}
          {/^(TITLE|DESCRIPTION)_/.test(finding.kind) && (
            <Link to={`/sites/${site.id}/what/pages?path=${encodeURIComponent(finding.path)}`}>
              Set it without touching the file
            </Link>
          )}
          <LinkButton
            aria-expanded={ignoring}
            onClick={() => {
              setIgnoring(!ignoring);
            }}
          >
            Ignore …
          </LinkButton>
        </p>
      </May>
      {ignoring && (
        <Ignore
          site={site}
          id={finding.id}
          onDone={() => {
            setIgnoring(false);
          }}
        />
      )}
    </div>
  );
}

/** Asks why, and ignores: one finding, or a whole kind. */
function Ignore({
  site,
  id = null,
  kind = null,
  onDone,
}: {
  site: SiteView;
  id?: string | null;
  kind?: FindingKind['kind'] | null;
  onDone: () => void;
}) {
  const [reason, setReason] = useState('');
  const ignore = useIgnoreFinding(site.id);
  return (
    <form
      className="mt-2 max-w-md"
      onSubmit={(e) => {
        e.preventDefault();
        ignore.mutate({ id, kind, ignored: true, reason }, { onSuccess: onDone });
      }}
    >
      <Field
        label="Why (optional)"
        value={reason}
        maxLength={500}
        onChange={(e) => {
          setReason(e.target.value);
        }}
      />
      <Trouble error={ignore.error} />
      <div className="flex gap-2">
        <Button type="submit" busy={ignore.isPending}>
          Ignore {kind === null ? 'it' : 'the kind'}
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
