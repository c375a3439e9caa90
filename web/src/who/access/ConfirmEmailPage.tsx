import { useMutation } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { useSession } from '../../common/api/session';
import { Button } from '../../common/ui/Button';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Doorway } from './Doorway';

/** What the link in the mail to a new e-mail opens. Mail programs open links by themselves, so a click is asked for. */
export function ConfirmEmailPage() {
  const { code = '' } = useParams();
  const session = useSession();
  const confirm = useMutation({
    mutationFn: () => dataOf(api.POST('/api/email/{code}', { params: { path: { code } } })),
    onSuccess: (now) => {
      queries.setQueryData(keys.session, now);
    },
  });
  return (
    <Doorway title="Your new e-mail">
      <Trouble error={confirm.error} />
      {session.error && (
        <p>
          <Link to={`/sign-in?to=${encodeURIComponent(`/confirm-email/${code}`)}`}>Sign in</Link> with your
          present e-mail first, then confirm the new one here.
        </p>
      )}
      {session.data && !confirm.data && (
        <>
          <p className="mb-3">
            You are signed in as <span className="mono">{session.data.email}</span>. From now on you sign in
            with the e-mail that this link was sent to.
          </p>
          <Button
            kind="primary"
            busy={confirm.isPending}
            onClick={() => {
              confirm.mutate();
            }}
          >
            Confirm it
          </Button>
        </>
      )}
      {confirm.data && (
        <Notice kind="good">
          You sign in with {confirm.data.email} now. <Link to="/account">Your account</Link>
        </Notice>
      )}
    </Doorway>
  );
}
