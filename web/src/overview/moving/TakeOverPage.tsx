import { useMutation, useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import { Doorway } from '../../who/access/Doorway';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { useSession } from '../../common/api/session';
import { Button } from '../../common/ui/Button';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';

/** What someone sees who is offered a site. */
export function TakeOverPage() {
  const { code = '' } = useParams();
  const navigate = useNavigate();
  const session = useSession();
  const at = { params: { path: { code } } };
  const offer = useQuery({
    queryKey: ['take-over', code],
    queryFn: () => dataOf(api.GET('/api/take-over/{code}', at)),
    retry: false,
  });
  const take = useMutation({
    mutationFn: () => dataOf(api.POST('/api/take-over/{code}', at)),
    onSuccess: async ({ siteId }) => {
      await queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'take-over' });
      await navigate(`/sites/${siteId}/where`, { replace: true });
    },
  });
  if (offer.isPending) return <Loading />;
  return (
    <Doorway title={offer.data ? `Take over “${offer.data.title}”?` : 'This offer is not there any more'}>
      <Trouble error={offer.error ?? take.error} />
      {offer.data && (
        <>
          <p className="mb-3">
            {offer.data.askedBy} offers it to <span className="mono">{offer.data.email}</span>: its pages,
            versions and harbor names. From then on it is yours alone.
          </p>
          {session.data ? (
            <>
              <p className="mb-3">
                It comes into <strong className="font-medium">{session.data.accountName}</strong>.
              </p>
              <Button
                kind="primary"
                busy={take.isPending}
                onClick={() => {
                  take.mutate();
                }}
              >
                Take it over
              </Button>
            </>
          ) : (
            <p>
              <Link to={`/sign-in?to=${encodeURIComponent(`/take-over/${code}`)}`}>Sign in</Link> or{' '}
              <Link to="/open-account">open an account</Link> first, then open the link again.
            </p>
          )}
        </>
      )}
    </Doorway>
  );
}
