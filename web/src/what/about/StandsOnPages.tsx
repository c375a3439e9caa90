import { Link } from 'react-router';
import { Notice } from '../../common/ui/Notice';
import { counted } from '../../common/ui/Words';
import { useWordHits } from '../replace/words';

/** A fact that was changed, and still stands on pages as it was: offered to be replaced there. */
export function StandsOnPages({ siteId, before, now }: { siteId: string; before: string; now: string }) {
  const hits = useWordHits(siteId, { find: before, matchCase: false, wholeWords: true, everywhere: false });
  if (hits.data === undefined || hits.data.all === 0) return null;
  const at = new URLSearchParams({ find: before, with: now }).toString();
  return (
    <Notice>
      <p>
        “{before}” still stands in {counted(hits.data.all, 'place')} on your pages.{' '}
        <Link to={`/sites/${siteId}/what/replace?${at}`}>Look at {hits.data.all === 1 ? 'it' : 'them'}</Link>
      </p>
    </Notice>
  );
}
