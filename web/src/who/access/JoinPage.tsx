import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading, Trouble } from '../../common/ui/Notice';
import { Doorway } from './Doorway';
import { roleName } from './people';

/** What someone sees who opens the link of an invitation. */
export function JoinPage() {
  const { code = '' } = useParams();
  const navigate = useNavigate();
  const [form, setForm] = useState({ name: '', password: '' });
  const at = { params: { path: { code } } };
  const join = useQuery({
    queryKey: ['join', code],
    queryFn: () => dataOf(api.GET('/api/join/{code}', at)),
    retry: false,
  });
  const accept = useMutation({
    mutationFn: async () => {
      // A first question brings the token that changes need.
      await api.GET('/api/session');
      return dataOf(
        api.POST('/api/join/{code}', {
          ...at,
          body: join.data?.known ? { name: null, password: null } : form,
        }),
      );
    },
    onSuccess: async () => {
      await queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'join' });
      await navigate(join.data?.siteId ? `/sites/${join.data.siteId}/what` : '/', { replace: true });
    },
  });
  if (join.isPending) return <Loading />;
  if (!join.data) {
    return (
      <Doorway title="This invitation opens nothing">
        <Trouble error={join.error} />
        <p className="mt-4">
          <Link to="/sign-in">Sign in</Link>
        </p>
      </Doorway>
    );
  }
  const { invitedBy, accountName, role, email, known, signedIn, words, may, siteId } = join.data;
  const problem = accept.error instanceof Problem ? accept.error : undefined;
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
        <form
          onSubmit={(e) => {
            e.preventDefault();
            accept.mutate();
          }}
        >
          {!known && (
            <>
              <p className="mb-3">
                You sign in as <span className="mono">{email}</span>.
              </p>
              <Field
                label="Your name"
                autoComplete="name"
                required
                value={form.name}
                problem={problem?.field('name')}
                onChange={(e) => {
                  setForm({ ...form, name: e.target.value });
                }}
              />
              <Field
                label="Password"
                type="password"
                autoComplete="new-password"
                required
                value={form.password}
                problem={problem?.field('password')}
                hint={
                  <p className="text-soft">
                    At least 10 characters, and not easily guessed. A few words are easier to keep than signs.
                  </p>
                }
                onChange={(e) => {
                  setForm({ ...form, password: e.target.value });
                }}
              />
            </>
          )}
          {problem?.body.violations ? null : <Trouble error={accept.error} />}
          <Button kind="primary" type="submit" busy={accept.isPending}>
            Accept
          </Button>
        </form>
      )}
      <p className="text-soft mt-4">If you do not know {invitedBy}, close this page: nothing happens then.</p>
    </Doorway>
  );
}
