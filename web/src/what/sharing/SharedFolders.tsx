import { Link } from 'react-router';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';
import { May } from '../../who/access/May';
import type { SiteView } from '../site/thisSite';
import { useEndSharing, useSharedFolders } from './sharedFolders';

/** Which folders follow another site, and who follows this one. */
export function SharedFolders({ site }: { site: SiteView }) {
  const shared = useSharedFolders(site.id);
  const end = useEndSharing(site.id);
  if (!shared.data || shared.data.from.length + shared.data.to.length === 0)
    return <Trouble error={shared.error} />;
  return (
    <section aria-label="Shared folders" className="border-water mb-2 border-t py-3">
      <h3 className="mb-1">Shared folders</h3>
      <ul>
        {shared.data.from.map((each) => (
          <li key={each.folder} className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1">
            <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
              <span className="mono">{each.folder}</span>{' '}
              {each.files === 0 ? 'stays as it last was: there is none any more in ' : 'is changed in '}
              <Link to={`/sites/${each.siteId}/what`}>{each.title}</Link>
            </span>
            <May site={site} to="EDIT">
              <Button
                busy={end.isPending}
                onClick={() => {
                  end.mutate(each.folder);
                }}
              >
                End sharing
              </Button>
            </May>
          </li>
        ))}
        {shared.data.to.map((each) => (
          <li key={`${each.folder} ${each.siteId}`} className="mb-1 [overflow-wrap:anywhere]">
            <span className="mono">{each.folder}</span> ({counted(each.files, 'file')}) is followed by{' '}
            <Link to={`/sites/${each.siteId}/what`}>{each.title}</Link> once it is published here
          </li>
        ))}
      </ul>
      <Trouble error={end.error} />
    </section>
  );
}
