import { Link } from 'react-router';
import { Button } from '../../common/ui/Button';
import { Diamond, Trouble } from '../../common/ui/Notice';
import { counted } from '../../common/ui/Words';
import { useChangeRedirects } from './change';
import { findingText, mendText, sourceText, targetText, type Finding, type Rule } from './words';
import { useThisSite } from '../../what/site/thisSite';
import { may } from '../../who/access/May';

interface Props {
  siteId: string;
  findings: Finding[];
  ruleOf: (id: string) => Rule | undefined;
}

const MOST = 60;

/** What makes no sense in the set, each with its mends as buttons. */
export function Findings({ siteId, findings, ruleOf }: Props) {
  const editor = may(useThisSite(), 'EDIT');
  const change = useChangeRedirects(siteId);
  if (findings.length === 0) return null;
  const shorter = findings.flatMap((f) =>
    f.mends.filter((m) => m.what === 'LEAD_TO_LAST_STOP').flatMap((m) => m.put),
  );
  return (
    <section id="findings" aria-label="Findings" className="border-water mt-5 border-t pt-4">
      <div className="mb-2 flex flex-wrap items-baseline justify-between gap-2">
        <h3 className="text-[1.05rem]">{counted(findings.length, 'finding')}</h3>
        {shorter.length > 1 && editor && (
          <Button
            busy={change.isPending}
            onClick={() => {
              change.mutate({
                put: shorter,
                remove: [],
                what: `led ${counted(shorter.length, 'redirect')} straight to the last stop`,
              });
            }}
          >
            Shorten all {shorter.length} chains
          </Button>
        )}
      </div>
      <Trouble error={change.error} />
      <ul className="border-water border-t">
        {findings.slice(0, MOST).map((finding) => {
          const rule = ruleOf(finding.rule);
          return (
            <li key={`${finding.kind} ${finding.rule}`} className="border-water border-b py-2">
              {rule && (
                <Link
                  to={`/sites/${siteId}/where/redirects/${rule.id}`}
                  className="mono [overflow-wrap:anywhere]"
                >
                  {sourceText(rule)} → {targetText(rule)}
                </Link>
              )}
              <FindingLine finding={finding} ruleOf={ruleOf} />
              {editor && (
                <Mends
                  finding={finding}
                  busy={change.isPending}
                  onMend={(mend) => {
                    change.mutate({ put: mend.put, remove: mend.remove, what: mendText(mend).toLowerCase() });
                  }}
                />
              )}
            </li>
          );
        })}
      </ul>
      {findings.length > MOST && (
        <p className="text-soft mt-2">
          {counted(findings.length - MOST, 'more finding')}: mend these first, then they follow.
        </p>
      )}
    </section>
  );
}

/** One finding in words. Those that harm visitors carry the mark. */
export function FindingLine({ finding, ruleOf }: { finding: Finding; ruleOf: Props['ruleOf'] }) {
  return (
    <p className="flex gap-2">
      {finding.serious && <Diamond />}
      <span className="min-w-0 [overflow-wrap:anywhere]">{findingText(finding, ruleOf)}</span>
    </p>
  );
}

export function Mends({
  finding,
  busy,
  onMend,
}: {
  finding: Finding;
  busy: boolean;
  onMend: (mend: Finding['mends'][number]) => void;
}) {
  return (
    <div className="mt-1 flex flex-wrap gap-2">
      {finding.mends.map((mend) => (
        <Button
          key={mend.what}
          busy={busy}
          className="max-w-full overflow-hidden"
          onClick={() => {
            onMend(mend);
          }}
        >
          <span className="truncate">{mendText(mend)}</span>
        </Button>
      ))}
    </div>
  );
}
