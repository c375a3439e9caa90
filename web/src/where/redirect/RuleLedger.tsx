import { useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Filter } from '../../common/ui/Filter';
import { Diamond, Empty } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { useInUrl } from '../../common/ui/useInUrl';
import { VirtualList } from '../../common/ui/VirtualList';
import { counted } from '../../common/ui/Words';
import { useChangeRedirects } from './change';
import { GONE, sourceText, targetText, type Redirects, type Rule } from './words';
import { useThisSite } from '../../what/site/thisSite';
import { may } from '../../who/access/May';

const ROW = 52;

interface Props {
  siteId: string;
  redirects: Redirects;
  uses: Schemas['UseView'][];
  selected: string;
}

type Only = 'all' | 'findings' | 'unused' | 'proposed';

/** The rules, several hundred as easy as three: filtered, grouped, many selected at once. */
export function RuleLedger({ siteId, redirects, uses, selected }: Props) {
  const editor = may(useThisSite(), 'EDIT');
  const [filter, setFilter] = useInUrl<string>('filter', '');
  const [group, setGroup] = useInUrl<string>('group', '');
  const [only, setOnly] = useInUrl<Only>('only', 'all');
  const { search } = useLocation();
  const [ticked, setTicked] = useState<Set<string>>(new Set());
  const byRule = useMemo(() => new Map(uses.map((u) => [u.redirect, u])), [uses]);
  const found = useMemo(() => {
    const map = new Map<string, boolean>();
    for (const f of redirects.findings) map.set(f.rule, (map.get(f.rule) ?? false) || f.serious);
    return map;
  }, [redirects.findings]);
  const groups = useMemo(
    () => [...new Set(redirects.rules.map((r) => r.group).filter((g) => g !== ''))].sort(),
    [redirects.rules],
  );
  const rows = useMemo(() => {
    const wanted = filter.trim().toLowerCase();
    return redirects.rules.filter(
      (r) =>
        (wanted === '' || `${sourceText(r)} ${targetText(r)} ${r.note}`.toLowerCase().includes(wanted)) &&
        (group === '' || r.group === group) &&
        (only === 'all' ||
          (only === 'findings' && found.has(r.id)) ||
          (only === 'unused' && (byRule.get(r.id)?.unusedForAYear ?? false)) ||
          (only === 'proposed' && r.proposed)),
    );
  }, [redirects.rules, filter, group, only, found, byRule]);
  const most = Math.max(1, ...uses.map((u) => u.follows));
  const chosen = redirects.rules.filter((r) => ticked.has(r.id));
  const all = rows.length > 0 && rows.every((r) => ticked.has(r.id));
  if (redirects.rules.length === 0) {
    return (
      <Empty title="There are no redirects yet">
        <p>
          When a page is renamed, a redirect leads its old links on.{' '}
          {editor && <Link to={`/sites/${siteId}/where/redirects/new`}>Add one</Link>}
          {editor && ', take one from '}
          {editor && <Link to={`/sites/${siteId}/where/missed`}>Missed visits</Link>}
          {editor && ', or let a publish propose it.'}
        </p>
      </Empty>
    );
  }
  return (
    <>
      {redirects.rules.length > 5 && (
        <div className="mb-2 flex flex-wrap gap-2">
          <Filter label="Filter redirects" value={filter} onChange={setFilter} className="min-w-40 flex-1" />
          <select
            aria-label="Which redirects"
            value={only}
            onChange={(e) => {
              setOnly(e.target.value as Only);
            }}
            className="border-ink bg-paper border px-2 py-1"
          >
            <option value="all">all</option>
            <option value="findings">with findings</option>
            <option value="unused">not followed for a year</option>
            <option value="proposed">made by a publish</option>
          </select>
          {groups.length > 0 && (
            <select
              aria-label="Group"
              value={group}
              onChange={(e) => {
                setGroup(e.target.value);
              }}
              className="border-ink bg-paper max-w-40 border px-2 py-1"
            >
              <option value="">every group</option>
              {groups.map((g) => (
                <option key={g}>{g}</option>
              ))}
            </select>
          )}
        </div>
      )}
      <div className="border-water flex items-center gap-2 border-t px-2 py-1">
        <Check
          label="Select all that are listed"
          checked={all}
          onChange={(on) => {
            setTicked(on ? new Set(rows.map((r) => r.id)) : new Set());
          }}
        />
        <span className="text-soft text-[0.93rem]">
          {chosen.length > 0 ? `${String(chosen.length)} selected` : `${String(rows.length)} listed`}
        </span>
        {chosen.length > 0 && editor && (
          <ManyAtOnce
            siteId={siteId}
            chosen={chosen}
            groups={groups}
            onDone={() => {
              setTicked(new Set());
            }}
          />
        )}
      </div>
      <VirtualList
        rows={rows}
        keep={`redirects ${siteId}`}
        height={ROW}
        keyOf={(rule) => rule.id}
        look={(rule) =>
          `border-water flex items-center gap-2 border-b px-2 ${rule.id === selected ? 'bg-land' : 'hover:bg-shoal'}`
        }
        className="max-h-[60vh] min-h-16"
      >
        {(rule) => (
          <>
            <Check
              label={`Select ${rule.source}`}
              checked={ticked.has(rule.id)}
              onChange={(on) => {
                const next = new Set(ticked);
                if (on) next.add(rule.id);
                else next.delete(rule.id);
                setTicked(next);
              }}
            />
            <RuleRow
              to={`/sites/${siteId}/where/redirects/${rule.id}${search}`}
              rule={rule}
              follows={byRule.get(rule.id)?.follows ?? 0}
              most={most}
              found={found.get(rule.id)}
              current={rule.id === selected}
            />
          </>
        )}
      </VirtualList>
    </>
  );
}

function RuleRow({
  to,
  rule,
  follows,
  most,
  found,
  current,
}: {
  to: string;
  rule: Rule;
  follows: number;
  /** How often the one that is followed most is. */
  most: number;
  found: boolean | undefined;
  current: boolean;
}) {
  return (
    <Link
      to={to}
      aria-current={current}
      className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)_auto] gap-x-3 no-underline"
    >
      <span className="mono truncate font-semibold" title={sourceText(rule)}>
        {sourceText(rule)}
      </span>
      <span className="text-soft flex items-center justify-end gap-2 text-right text-[0.93rem]">
        {follows > 0 && (
          <>
            {`${follows.toLocaleString('en')} times`}
            <span aria-hidden className="border-water hidden h-2.5 w-24 border sm:block">
              <span
                className="bg-water block h-full"
                style={{ width: `${String(Math.max(2, (100 * follows) / most))}%` }}
              />
            </span>
          </>
        )}
      </span>
      <span className="text-soft truncate" title={targetText(rule)}>
        {rule.status === GONE ? (
          'gone on purpose'
        ) : (
          <>
            → <span className="mono">{targetText(rule)}</span>
          </>
        )}
      </span>
      <span className="text-soft flex items-center gap-1 text-right text-[0.93rem]">
        {found === true && <Diamond />}
        {found === undefined ? rule.group : 'see finding'}
      </span>
    </Link>
  );
}

function ManyAtOnce({
  siteId,
  chosen,
  groups,
  onDone,
}: {
  siteId: string;
  chosen: Rule[];
  groups: string[];
  onDone: () => void;
}) {
  const change = useChangeRedirects(siteId);
  const [group, setGroup] = useState('');
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        change.mutate(
          {
            put: chosen.map((r) => ({ ...r, group })),
            remove: [],
            what: `put ${counted(chosen.length, 'redirect')} into ${group === '' ? 'no group' : `“${group}”`}`,
          },
          { onSuccess: onDone },
        );
      }}
    >
      <Button
        busy={change.isPending}
        onClick={() => {
          change.mutate(
            {
              put: [],
              remove: chosen.map((r) => r.id),
              what: `removed ${counted(chosen.length, 'redirect')}`,
            },
            { onSuccess: onDone },
          );
        }}
      >
        Remove {chosen.length}
      </Button>
      <input
        value={group}
        list="redirect-groups"
        maxLength={60}
        aria-label="Group for the selected redirects"
        placeholder="group"
        onChange={(e) => {
          setGroup(e.target.value);
        }}
        className="border-ink bg-paper w-28 border px-2 py-1"
      />
      <datalist id="redirect-groups">
        {groups.map((g) => (
          <option key={g} value={g} />
        ))}
      </datalist>
      <Button type="submit" busy={change.isPending}>
        Set group
      </Button>
      <Trouble error={change.error} />
    </form>
  );
}
