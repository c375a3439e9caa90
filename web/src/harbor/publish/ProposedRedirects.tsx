import type { Schemas } from '../../common/api/client';
import { Check } from '../../common/ui/Check';
import { counted } from '../../common/ui/Words';

interface Props {
  proposals: Schemas['ProposalView'][];
  declined: Set<string>;
  onDecline: (declined: Set<string>) => void;
}

/** The redirects that keep old links alive when this publish moves pages; on unless they are declined. */
export function ProposedRedirects({ proposals, declined, onDecline }: Props) {
  if (proposals.length === 0) return null;
  const taken = proposals.length - proposals.filter((p) => declined.has(p.key)).length;
  return (
    <section aria-label="Old links" className="border-water bg-land/45 mb-3 border p-3">
      <h2 className="text-[1.05rem]">Old links</h2>
      <p className="text-soft mb-2">
        {taken === 0
          ? 'None of the old links will be kept alive.'
          : `${counted(taken, 'redirect')} will go live with this publish, so that nobody follows an old link to nothing.`}
      </p>
      <ul className="flex max-h-60 flex-col gap-1.5 overflow-auto" aria-label="Proposed redirects">
        {proposals.map((p) => (
          <li key={p.key}>
            <Check
              checked={!declined.has(p.key)}
              onChange={(on) => {
                const next = new Set(declined);
                if (on) next.delete(p.key);
                else next.add(p.key);
                onDecline(next);
              }}
            >
              {p.pages > 1 && 'everything under '}
              <span className="mono [overflow-wrap:anywhere]">{p.from}</span>{' '}
              {p.kind === 'WITHDRAW' ? (
                'is a page again: take its redirect away'
              ) : (
                <>
                  {p.kind === 'ADD' ? 'leads to' : 'has a redirect: lead it on to'}{' '}
                  <span className="mono [overflow-wrap:anywhere]">{p.to}</span>
                  {p.pages > 1 && ` (${counted(p.pages, 'page')})`}
                </>
              )}
            </Check>
          </li>
        ))}
      </ul>
    </section>
  );
}
