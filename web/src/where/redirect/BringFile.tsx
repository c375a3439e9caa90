import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Diamond } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';
import { useChangeRedirects } from './change';
import { TextIn } from './TextIn';
import { sourceText, targetText, type Rule } from './words';

type Line = Schemas['RuleLineView'];
type Outcome = Line['outcome'];

const WORDS: Record<Outcome, string> = {
  NEW: 'new',
  CHANGED: 'changed',
  SAME: 'as it is',
  WRONG: 'wrong',
};
const ORDER: Outcome[] = ['WRONG', 'CHANGED', 'NEW', 'SAME'];
const MOST = 300;

/** A CSV file of rules: looked at line by line before anything is taken in. */
export function BringFile({ site }: { site: SiteView }) {
  const navigate = useNavigate();
  const change = useChangeRedirects(site.id);
  const [only, setOnly] = useState<Outcome>();
  const look = useMutation({
    mutationFn: (text: string) =>
      dataOf(
        api.POST('/api/sites/{siteId}/redirects/file/assessment', {
          params: { path: { siteId: site.id } },
          body: { text },
        }),
      ),
  });
  const lines = look.data ?? [];
  const put = lines.flatMap((l): Rule[] =>
    l.rule && (l.outcome === 'NEW' || l.outcome === 'CHANGED') ? [l.rule] : [],
  );
  const count = (outcome: Outcome) => lines.filter((l) => l.outcome === outcome).length;
  const shown = lines
    .filter((l) => only === undefined || l.outcome === only)
    .sort((a, b) => ORDER.indexOf(a.outcome) - ORDER.indexOf(b.outcome) || a.line - b.line);
  return (
    <>
      <TextIn
        label="CSV"
        hint="The first line names the columns; source and target must be there, and status, kind, query, begins, ends, group and note may be. Without such a line the first two columns count."
        accept=".csv,text/csv,text/plain"
        busy={look.isPending}
        onText={(text) => {
          change.reset();
          setOnly(undefined);
          look.mutate(text);
        }}
      />
      <Trouble error={look.error} />
      {look.data && (
        <section aria-label="What is in it">
          <div className="mb-2 flex flex-wrap items-center gap-3">
            <Button
              kind="primary"
              busy={change.isPending}
              disabled={put.length === 0}
              onClick={() => {
                change.mutate(
                  { put, remove: [], what: `imported ${counted(put.length, 'redirect')}` },
                  {
                    onSuccess: () => {
                      void navigate(`/sites/${site.id}/where/redirects`);
                    },
                  },
                );
              }}
            >
              {put.length === 0 ? 'Nothing to import' : `Import ${counted(put.length, 'redirect')}`}
            </Button>
            {ORDER.filter((o) => count(o) > 0).map((o) => (
              <Button
                key={o}
                kind="quiet"
                aria-pressed={only === o}
                onClick={() => {
                  setOnly(only === o ? undefined : o);
                }}
              >
                {count(o).toLocaleString('en')} {WORDS[o]}
              </Button>
            ))}
          </div>
          {count('WRONG') > 0 && (
            <p className="mb-2">
              {counted(count('WRONG'), 'line')} cannot be taken in as{' '}
              {count('WRONG') === 1 ? 'it is' : 'they are'}; the others can. Mend the file and look at it
              again at any time.
            </p>
          )}
          <Trouble error={change.error} />
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-left">
              <thead>
                <tr className="border-ink border-b">
                  <th className="py-1 pr-3">Line</th>
                  <th className="py-1 pr-3">Is</th>
                  <th className="py-1 pr-3">Old path</th>
                  <th className="py-1">Leads to</th>
                </tr>
              </thead>
              <tbody>
                {shown.slice(0, MOST).map((line) => (
                  <Row key={line.line} line={line} />
                ))}
              </tbody>
            </table>
          </div>
          {shown.length > MOST && (
            <p className="text-soft mt-2">and {counted(shown.length - MOST, 'more line')}</p>
          )}
        </section>
      )}
    </>
  );
}

function Row({ line }: { line: Line }) {
  return (
    <tr className="border-water border-b align-top">
      <td className="py-1 pr-3 tabular-nums">{line.line}</td>
      <td className="py-1 pr-3 whitespace-nowrap">
        <span className="flex items-start gap-1.5">
          {line.outcome === 'WRONG' && <Diamond />}
          {WORDS[line.outcome]}
        </span>
      </td>
      {line.rule ? (
        <>
          <td className="mono py-1 pr-3 [overflow-wrap:anywhere]">{sourceText(line.rule)}</td>
          <td className="py-1">
            <span className="mono [overflow-wrap:anywhere]">{targetText(line.rule)}</span>
            {line.before && line.outcome === 'CHANGED' && (
              <span className="text-soft block">
                so far <span className="mono">{targetText(line.before)}</span>
              </span>
            )}
            {line.cleanings.map((c) => (
              <span key={c} className="text-soft block">
                {c}
              </span>
            ))}
          </td>
        </>
      ) : (
        <td colSpan={2} className="py-1">
          {line.faults.map((f) => (
            <span key={f.sentence} className="block">
              {f.sentence}
            </span>
          ))}
        </td>
      )}
    </tr>
  );
}
