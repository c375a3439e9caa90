import { Link } from 'react-router';
import { useSharedFolders } from './sharedFolders';

/** Which other sites follow what is about to be published. */
export function AlsoIn({ siteId, paths }: { siteId: string; paths: string[] }) {
  const shared = useSharedFolders(siteId);
  const following = (shared.data?.to ?? []).filter(({ folder }) =>
    paths.some((path) => path.startsWith(folder)),
  );
  if (following.length === 0) return null;
  return (
    <ul className="border-ink bg-land/60 mb-3 border-l-4 px-3 py-2">
      {following.map(({ folder, siteId: other, title }) => (
        <li key={`${folder} ${other}`} className="[overflow-wrap:anywhere]">
          The draft of <Link to={`/sites/${other}/what`}>{title}</Link> follows{' '}
          <span className="mono">{folder}</span>: it gets these changes, too, to be published there.
        </li>
      ))}
    </ul>
  );
}
