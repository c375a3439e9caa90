import { LinkButton } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { May } from '../../who/access/May';
import type { SiteView } from '../site/thisSite';
import { useIgnoreFinding, type Findings } from './findings';

/** What is ignored, with the reasons, and the way to list it again. */
export function IgnoredList({ site, view }: { site: SiteView; view: Findings }) {
  const again = useIgnoreFinding(site.id);
  if (view.ignored.length === 0) return null;
  return (
    <details className="mt-3">
      <summary className="min-h-[25px] cursor-pointer">Ignored ({view.ignored.length})</summary>
      <ul>
        {view.ignored.map((each) => (
          <li key={each.id} className="border-water border-b py-1">
            <p className="[overflow-wrap:anywhere]">
              {each.words}
              {each.wholeKind ? ' (all)' : ''} {each.path !== '' && <span className="mono">{each.path}</span>}{' '}
              {each.subject !== '' && <span className="mono text-soft">{each.subject}</span>}
            </p>
            {each.reason !== '' && <p className="text-soft">{each.reason}</p>}
            <May site={site} to="EDIT">
              <LinkButton
                onClick={() => {
                  if (!again.isPending) again.mutate({ id: each.id, kind: null, ignored: false, reason: '' });
                }}
              >
                List it again
              </LinkButton>
            </May>
          </li>
        ))}
      </ul>
      <Trouble error={again.error} />
    </details>
  );
}
