import { Link } from 'react-router';
import { Empty, Loading } from './Notice';

/** What the URL names is not in the list: while the list is being asked for anew it may still come. */
export function NotHere({
  what,
  asking,
  to,
  offer,
}: {
  what: string;
  asking: boolean;
  to: string;
  offer: string;
}) {
  if (asking) return <Loading />;
  return (
    <Empty title={`This ${what} was not found`}>
      <p>
        It may have been removed, or the link has a typo. Choose one from the list, or{' '}
        <Link to={to}>{offer}</Link>.
      </p>
    </Empty>
  );
}
