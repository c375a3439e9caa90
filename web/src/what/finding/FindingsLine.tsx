import { Link } from 'react-router';
import { Diamond } from '../../common/ui/Notice';
import { counted } from '../../common/ui/Words';
import { useFindings, type FindingKind } from './findings';

/** What is not right, in a line, where something is about to go out. */
export function FindingsLine({ siteId }: { siteId: string }) {
  const view = useFindings(siteId).data;
  if (!view) return null;
  if (!view.ready) return <p className="text-soft mt-2">Findings: the pages are being read.</p>;
  const { kinds } = view;
  const sum = (of: (kind: FindingKind) => number) => kinds.reduce((total, kind) => total + of(kind), 0);
  const all = sum((kind) => kind.count);
  const fresh = sum((kind) => kind.fresh);
  const broken = sum((kind) => (kind.weight === 'BROKEN' ? (view.published ? kind.fresh : kind.count) : 0));
  if (all === 0) {
    return (
      <p className="text-soft mt-2">
        No findings: links, pictures and titles were checked
        {view.unread.length > 0 && `, but for ${counted(view.unread.length, 'page')} that could not be read`}.
      </p>
    );
  }
  return (
    <p className="mt-2 flex gap-1.5">
      {broken > 0 && <Diamond />}
      <Link to={`/sites/${siteId}/what/findings`} className="min-h-[25px]">
        {view.published
          ? fresh > 0
            ? `${counted(fresh, 'new finding')}${broken > 0 ? `, ${String(broken)} of them broken for visitors` : ''}`
            : `No new findings; ${counted(all, 'old one')}`
          : `${counted(all, 'finding')}${broken > 0 ? `, ${String(broken)} of them broken for visitors` : ''}`}
      </Link>
    </p>
  );
}
