import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { LinkButton } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';

type Kind = Schemas['CredentialEntry']['kind'];

const WORDS: Record<Kind, string> = {
  ACCOUNT_OPENED: 'opened the account',
  SIGNED_IN: 'signed in',
  SIGN_IN_FAILED: 'a sign-in failed',
  SIGNED_OUT: 'signed out',
  SESSION_ENDED: 'ended another session',
  PASSWORD_CHANGED: 'changed the password',
  PERSON_ADDED: 'joined as',
  PERSON_INVITED: 'invited',
  ROLE_CHANGED: 'is now',
  PERSON_REMOVED: 'was removed',
  EMAIL_CHANGED: 'changed the e-mail to',
  TOKEN_ISSUED: 'created the token',
  TOKEN_REVOKED: 'revoked a token:',
  INVITATION_MADE: 'made an invitation',
};

const FIRST = 12;

/** What was done with the credentials of the account's people. */
export function CredentialRecord() {
  const [all, setAll] = useState(false);
  const events = useQuery({
    queryKey: ['access', 'events'],
    queryFn: () => dataOf(api.GET('/api/credential-events')),
  });
  return (
    <section aria-labelledby="record">
      <h2 id="record" className="mb-2 text-lg">
        What was done with sign-ins and tokens
      </h2>
      <Trouble error={events.error} />
      <ul className="border-water border-t">
        {events.data?.slice(0, all ? undefined : FIRST).map((e) => (
          <li key={e.id} className="border-water border-b py-1.5">
            <strong className="font-medium">{e.who}</strong> {WORDS[e.kind]} {e.detail}
            {e.by !== e.who && ` by ${e.by}`}
            <span className="text-soft">
              {' '}
              · <Time at={e.at} short />
              {e.remote !== '' && ` · ${e.remote}`}
            </span>
          </li>
        ))}
      </ul>
      {!all && (events.data?.length ?? 0) > FIRST && (
        <LinkButton
          onClick={() => {
            setAll(true);
          }}
        >
          Show all {events.data?.length}
        </LinkButton>
      )}
    </section>
  );
}
