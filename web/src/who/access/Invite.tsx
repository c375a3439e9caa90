import { useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { CopyButton } from '../../common/ui/Words';

/** An invitation to open an account, on a harbor where one is needed. */
export function Invite() {
  const signUp = useQuery({
    queryKey: ['sign-up'],
    queryFn: () => dataOf(api.GET('/api/sign-up')),
  });
  const invite = useMutation({ mutationFn: () => dataOf(api.POST('/api/invitations')) });
  if (signUp.data?.signUp !== 'INVITATION') return null;
  return (
    <section aria-labelledby="invitations">
      <h2 id="invitations" className="mb-2 text-lg">
        Invitations
      </h2>
      <p className="mb-2">
        An account is opened on this harbor by invitation. Each one is for one account, and is valid for 7
        days.
      </p>
      <Button
        busy={invite.isPending}
        onClick={() => {
          invite.mutate();
        }}
      >
        Create an invitation
      </Button>
      <Trouble error={invite.error} />
      {invite.data && (
        <Notice kind="good">
          <p className="mono [overflow-wrap:anywhere]">
            {invite.data.code} <CopyButton text={invite.data.code} what="the invitation" />
          </p>
          <p>This is shown once. Send it to whom it is for: they enter it when they open their account.</p>
        </Notice>
      )}
    </section>
  );
}
