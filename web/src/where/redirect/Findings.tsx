import { useState } from 'react';
import { Link } from 'react-router';
import { Button, LinkButton } from '../../common/ui/Button';
import { Diamond } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
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

/** So many are listed before the rest is asked for. */
const FEW = 4;
const MOST = 60;

/** What makes no sense in the set, what harms visitors first, each with its fixes as buttons. */
export function Findings({ siteId, findings, ruleOf }: Props) {
  const editor = may(useThisSite(), 'EDIT');
  const change = useChangeRedirects(siteId);
  const [all, setAll] = useState(false);
  if (findings.length === 0) return null;
  const shorter = findings.flatMap((f) =>
    f.mends.filter((m) => m.what === 'LEAD_TO_LAST_STOP').flatMap((m) => m.put),
  );
  const sorted = [...findings].sort((a, b) => Number(b.serious) - Number(a.serious));
  return (
    <section id="findings" aria-label="Findings" className="mb-4">
      <div className="mb-1 flex flex-wrap items-baseline justify-between gap-2">
        <h3 className="text-[1.05rem]">{counted(findings.length, 'finding')}</h3>
        {shorter.length > 1 && editor && (
          <Button
            busy={change.isPending}
            onClick={() => {
              change.mutate({
                put: shorter,
                remove: [],
                what: `shortened ${counted(shorter.length, 'chain')} of redirects`,
              });
            }}
          >
            Shorten all {shorter.length} chains
          </Button>
        )}
      </div>
      <Trouble error={change.error} />
      <ul className="border-water border-t">
        {sorted.slice(0, all ? MOST : FEW).map((finding) => {
          const rule = ruleOf(finding.rule);
          return (
            <li
              key={`${finding.kind} ${finding.rule}`}
              className="border-water grid gap-x-6 gap-y-1 border-b px-2 py-2 lg:grid-cols-[minmax(0,7fr)_5fr]"
            >
              <div className="min-w-0">
                {rule && (
                  <Link
                    to={`/sites/${siteId}/where/redirects/${rule.id}`}
                    className="mono inline-block min-h-[25px] [overflow-wrap:anywhere]"
                  >
                    {sourceText(rule)} → {targetText(rule)}
                  </Link>
                )}
                <FindingLine finding={finding} ruleOf={ruleOf} />
              </div>
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
      {!all && findings.length > FEW && (
        <p className="mt-1">
          <LinkButton
            onClick={() => {
              setAll(true);
            }}
          >
            {counted(findings.length - FEW, 'more finding')}
          </LinkButton>
        </p>
      )}
      {all && findings.length > MOST && (
        <p className="text-soft mt-1">
          {counted(findings.length - MOST, 'more finding')}: fix these first, then they follow.
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
    <div className="flex flex-wrap items-start gap-2">
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
