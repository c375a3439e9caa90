import { Link } from 'react-router';
import { AccountFile } from '../overview/moving/AccountFile';
import { CloseAccount } from '../overview/moving/CloseAccount';
import { SpaceAndCleanUp } from '../when/retention/SpaceAndCleanUp';
import { Allowance } from '../who/access/Allowance';
import { useSession } from '../common/api/session';
import { ChangeEmail } from '../who/access/ChangeEmail';
import { PasskeyList } from '../who/access/PasskeyList';
import { SecondFactor } from '../who/access/SecondFactor';
import { ChangePassword } from '../who/access/ChangePassword';
import { CredentialRecord } from '../who/access/CredentialRecord';
import { AccountPeople } from '../who/access/AccountPeople';
import { Invite } from '../who/access/Invite';
import { Profile } from '../who/access/Profile';
import { SessionList } from '../who/access/SessionList';
import { NoticeChoices } from '../who/notice/NoticeChoices';
import { TokenList } from '../who/access/TokenList';

/** What belongs to the person who is signed in: password, sessions, tokens, and the record of them. */
export function AccountPage() {
  const session = useSession();
  return (
    <>
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <h1 className="mb-4 text-xl">
          {session.data?.name} <span className="text-soft text-base">{session.data?.email}</span>
        </h1>
        <div className="grid gap-x-12 gap-y-8 lg:grid-cols-2">
          <div className="flex flex-col gap-8">
            <Profile />
            <ChangeEmail />
            <ChangePassword />
            <SecondFactor />
            <PasskeyList />
            <SessionList />
            <AccountPeople />
            <Invite />
          </div>
          <div className="flex flex-col gap-8">
            {session.data?.role != null && <Allowance />}
            {session.data?.role != null && <SpaceAndCleanUp />}
            <NoticeChoices />
            <TokenList />
            <Programs owner={session.data?.role === 'OWNER'} />
            <CredentialRecord />
            {session.data?.role === 'OWNER' && (
              <>
                <AccountFile />
                <CloseAccount />
              </>
            )}
          </div>
        </div>
      </main>
    </>
  );
}

/** Where other programs find their way in, and what they are told. */
function Programs({ owner }: { owner: boolean }) {
  return (
    <section aria-labelledby="programs">
      <h2 id="programs" className="mb-1 text-lg">
        Other programs
      </h2>
      <ul className="border-water border-t">
        {owner && (
          <li className="border-water border-b py-2">
            <Link to="/account/messages">Messages and feed</Link>
            <span className="text-soft block">Tell other programs when something happens.</span>
          </li>
        )}
        <li className="border-water border-b py-2">
          <Link to="/account/api">The API</Link>
          <span className="text-soft block">All that the screens do, for scripts, to read and to try.</span>
        </li>
        <li className="border-water border-b py-2">
          <a href="/api/command" download="even-harbor">
            Download the command
          </a>
          <span className="text-soft block">
            Publish a folder from a terminal or a build server. Needs Java 17.
          </span>
        </li>
      </ul>
    </section>
  );
}
