import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { useServerForm } from '../../common/ui/useServerForm';
import { Doorway } from './Doorway';
import { roleName } from './people';
import { NewPassword } from './NewPassword';

/** What someone sees who opens the link of an invitation. */
export function JoinPage() {
  const { code = '' } = useParams();
  const navigate = useNavigate();
  const at = { params: { path: { code } } };
  const join = useQuery({
    queryKey: ['join', code],
    queryFn: () => dataOf(api.GET('/api/join/{code}', at)),
    retry: false,
  });
  const form = useServerForm({
    begin: { name: '', password: '' },
    send: async (typed) => {
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      return dataOf(
        api.POST('/api/join/{code}', {
          ...at,
          body: join.data?.known ? { name: null, password: null } : typed,
        }),
      );
    },
    onDone: async () => {
      await queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'join' });
      await navigate(join.data?.siteId ? `/sites/${join.data.siteId}/what` : '/', { replace: true });
    },
  });
  if (join.isPending) return <Loading />;
  if (!join.data) {
    return (
      <Doorway title="This invitation does not work">
        <Trouble error={join.error} />
        <p className="mt-4">
          <Link to="/sign-in">Sign in</Link>
        </p>
      </Doorway>
    );
  }
  const { invitedBy, accountName, role, email, known, signedIn, words, may, siteId } = join.data;
  const own = signedIn === email;
  return (
    <Doorway title={`${invitedBy} asks for your help`}>
      <p className="mb-2">
        Look after {siteId === null ? 'all sites' : 'a site'} of{' '}
        <strong className="font-medium">{accountName}</strong> as{' '}
        <strong className="font-medium">{roleName(role).toLowerCase()}</strong>: you may {may.join(', ')}.
      </p>
      {words !== '' && <p className="border-water mb-3 border-l-4 pl-3">{words}</p>}
      {known && !own ? (
        <>
          <p className="mb-3">
            Someone signs in as <span className="mono">{email}</span> already
            {signedIn === null ? '' : `, and you are signed in as ${signedIn}`}. Sign in as them to accept.
          </p>
          <Link
            to={`/sign-in?to=${encodeURIComponent(`/join/${code}`)}`}
            className="border-ink bg-ink text-paper border px-3 py-1 font-medium no-underline"
          >
            Sign in as {email}
          </Link>
        </>
      ) : (
        <form onSubmit={form.onSubmit}>
          {!known && (
            <>
              <p className="mb-3">
                You sign in as <span className="mono">{email}</span>.
              </p>
              <Field label="Your name" autoComplete="name" required {...form.field('name')} />
              <NewPassword {...form.field('password')} />
            </>
          )}
          {form.trouble}
          <Button kind="primary" type="submit" busy={form.busy}>
            Accept
          </Button>
        </form>
      )}
      <p className="text-soft mt-4">If you do not know {invitedBy}, close this page: nothing happens then.</p>
    </Doorway>
  );
}
