import { useMutation, useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Doorway } from '../access/Doorway';

/** Ends mails of a kind, for who opens the link in one: without signing in. */
export function UnsubscribePage() {
  const { token = '' } = useParams();
  const at = { params: { path: { token } } };
  const kind = useQuery({
    queryKey: ['unsubscribe', token],
    queryFn: () => dataOf(api.GET('/api/unsubscribe/{token}', at)),
    retry: false,
  });
  const end = useMutation({ mutationFn: () => dataOf(api.POST('/api/unsubscribe/{token}', at)) });
  if (kind.isPending) return <Loading />;
  return (
    <Doorway title="No more mails of this kind">
      <Trouble error={kind.error ?? end.error} />
      {kind.data && !end.data && (
        <>
          <p className="mb-3">
            You get a mail when {kind.data.words}. In the application you are told all the same.
          </p>
          <Button
            kind="primary"
            busy={end.isPending}
            onClick={() => {
              end.mutate();
            }}
          >
            End these mails
          </Button>
        </>
      )}
      {end.data && <Notice kind="good">Ended: no more mails when {end.data.words}.</Notice>}
      <p className="mt-4">
        All of it is chosen on <Link to="/account">Your account</Link>.
      </p>
    </Doorway>
  );
}
