import { Link } from 'react-router';
import { counted } from '../../common/ui/Words';
import { useThisSite } from '../site/thisSite';
import type { SiteAdditions } from './about';

/** What the languages of a site lack beside each other. */
export function LanguageGaps({ view }: { view: SiteAdditions }) {
  const siteId = useThisSite().id;
  return (
    <>
      {view.untranslated.map((each) => (
        <details key={each.language} className="mb-2">
          <summary className="min-h-[25px] cursor-pointer">
            As saved, {counted(each.pages.length, 'page')} {each.pages.length === 1 ? 'is' : 'are'} missing in{' '}
            <span className="mono">{each.language}</span>
          </summary>
          <ul className="max-h-40 overflow-auto">
            {each.pages.map((page) => (
              <li key={page} className="mono text-[0.93rem] [overflow-wrap:anywhere]">
                {page}
              </li>
            ))}
          </ul>
        </details>
      ))}
      {view.outdated.length > 0 && (
        <details className="mb-2">
          <summary className="min-h-[25px] cursor-pointer">
            {counted(view.outdated.length, 'page')} {view.outdated.length === 1 ? 'is' : 'are'} older than the
            original
          </summary>
          <ul className="max-h-40 overflow-auto">
            {view.outdated.map((each) => (
              <li key={each.page} className="text-[0.93rem] [overflow-wrap:anywhere]">
                <Link className="mono" to={`/sites/${siteId}/what?file=${encodeURIComponent(each.page)}`}>
                  {each.page}
                </Link>{' '}
                <span className="text-soft">
                  of <span className="mono">{each.original}</span>
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {view.withoutMissingPage.length > 0 && (
        <p className="text-soft mb-2 [overflow-wrap:anywhere]">
          Visitors who miss a page in <span className="mono">{view.withoutMissingPage.join(', ')}</span> get
          the missing page of the whole site. Add a file <span className="mono">404.html</span> to the folder
          to answer in its language.
        </p>
      )}
    </>
  );
}
