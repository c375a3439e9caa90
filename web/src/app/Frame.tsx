import { dropped } from '../common/ui/drops';
import { toast } from '../common/ui/toast';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Outlet, useNavigate, useSearchParams } from 'react-router';
import { api } from '../common/api/client';
import { Problem } from '../common/api/problem';
import { useLiveEvents } from '../common/api/events';
import { queries } from '../common/api/queries';
import { useSession } from '../common/api/session';
import { onSignedOut } from '../common/api/signedOut';
import { Loading } from '../common/ui/Notice';
import { Trouble } from '../common/ui/Trouble';
import { Mast } from './mast/Mast';
import { PageTitle } from './PageTitle';
import { Settling } from '../common/ui/Settling';
import { SkipLink } from './SkipLink';
import { Shortcuts } from './Shortcuts';

const SignInAgain = lazy(async () => ({
  default: (await import('../who/access/SignInAgain')).SignInAgain,
}));

/** What stands around every screen of someone who is signed in. */
export function Frame() {
  const session = useSession();
  const navigate = useNavigate();
  const [signedOut, setSignedOut] = useState(false);
  const known = session.data !== undefined;
  useAccountOfLink();

  useEffect(
    () =>
      onSignedOut(() => {
        setSignedOut(true);
      }),
    [],
  );
  // A file dropped beside its place must not be opened by the browser in place of the application: it is taken all the same.
  useEffect(() => {
    const keep = (event: DragEvent) => {
      event.preventDefault();
    };
    const take = (event: DragEvent) => {
      const taken = event.defaultPrevented;
      event.preventDefault();
      const files = event.dataTransfer?.types.includes('Files') ?? false;
      if (files && !taken && !dropped(event)) {
        toast('Files are added on the What page of a site. Open it and drop them there.');
      }
    };
    window.addEventListener('dragover', keep);
    window.addEventListener('drop', take);
    return () => {
      window.removeEventListener('dragover', keep);
      window.removeEventListener('drop', take);
    };
  }, []);
  useEffect(() => {
    if (session.error instanceof Problem && session.error.is('sign-in-needed') && !known) {
      const back = window.location.pathname + window.location.search;
      void navigate(`/sign-in?to=${encodeURIComponent(back)}`, { replace: true });
    }
  }, [session.error, known, navigate]);

  if (!known) {
    return session.isError ? (
      <main className="max-w-prose p-6">
        <Trouble error={session.error} />
      </main>
    ) : (
      <Loading />
    );
  }
  return (
    <>
      <PageTitle />
      <SkipLink />
      <Settling>
        <Mast />
        <Outlet />
      </Settling>
      <Live />
      <Shortcuts />
      <Suspense>
        {signedOut && (
          <SignInAgain
            email={session.data.email}
            onDone={() => {
              setSignedOut(false);
            }}
          />
        )}
      </Suspense>
    </>
  );
}

/** A link in a mail says of which account it is: one goes on in that one. */
function useAccountOfLink() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const account = search.get('in');
  const own = session.data?.accountId;
  useEffect(() => {
    if (account === null || own === undefined) return;
    const without = () => {
      setSearch(
        (now) => {
          now.delete('in');
          return now;
        },
        { replace: true },
      );
    };
    if (account === own) {
      without();
    } else {
      void api.PUT('/api/session/account', { body: { accountId: account } }).then(() => {
        without();
        return queries.invalidateQueries();
      });
    }
  }, [account, own, setSearch]);
}

function Live() {
  useLiveEvents();
  return null;
}
