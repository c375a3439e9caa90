import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Notice } from '../../common/ui/Notice';
import { counted } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';

type Change = Schemas['SettingsChange'];

/** What changes of all that is set beside the files: each with its words before and after, and whom own code calls. */
export function SettingsSheet({ site, changes }: { site: SiteView; changes: Change[] }) {
  const calls = [...new Set(changes.flatMap((each) => each.calls))];
  return (
    <>
      <h2 className="mb-2 text-lg">Page settings</h2>
      {calls.length > 0 && (
        <Notice kind="attention">
          <p>
            Code of your own now names {counted(calls.length, 'host')} of other people:{' '}
            <span className="mono">{calls.join(', ')}</span>. Visitors’ browsers will call{' '}
            {calls.length === 1 ? 'it' : 'them'}.
          </p>
        </Notice>
      )}
      <ul className="border-water border-t">
        {changes.map((each) => (
          <li key={`${each.path} ${each.field}`} className="border-water border-b py-2">
            <p>
              {each.path === '' ? (
                <Link to={`/sites/${site.id}/what/about`}>The whole site</Link>
              ) : (
                <Link
                  to={`/sites/${site.id}/what/pages?path=${encodeURIComponent(each.path)}`}
                  className="mono [overflow-wrap:anywhere]"
                >
                  {each.path}
                </Link>
              )}{' '}
              · {each.field}
            </p>
            <p className="[overflow-wrap:anywhere]">
              {each.before !== '' && <s className="text-soft">{each.before}</s>} {each.after}
              {each.after === '' && <span className="text-soft">not set any more</span>}
            </p>
          </li>
        ))}
      </ul>
    </>
  );
}
