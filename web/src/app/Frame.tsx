import { useEffect, useState } from 'react';
import { Outlet, useNavigate } from 'react-router';
import { SignInAgain } from '../who/access/SignIn';
import { useLiveEvents, useSession } from '../common/api/queries';
import { onSignedOut } from '../common/api/signedOut';
import { Loading } from '../common/ui/Notice';
import { Shortcuts } from './Shortcuts';

/** What stands around every screen of someone who is signed in. */
export function Frame() {
  const session = useSession();
  const navigate = useNavigate();
  const [signedOut, setSignedOut] = useState(false);
  const known = session.data !== undefined;

  useEffect(
    () =>
      onSignedOut(() => {
        setSignedOut(true);
      }),
    [],
  );
  useEffect(() => {
    if (session.isError && !known) {
      const back = window.location.pathname + window.location.search;
      void navigate(`/sign-in?to=${encodeURIComponent(back)}`, { replace: true });
    }
  }, [session.isError, known, navigate]);

  if (!known) return <Loading />;
  return (
    <>
      <Outlet />
      <Live />
      <Shortcuts />
      <SignInAgain
        open={signedOut}
        email={session.data.email}
        onDone={() => {
          setSignedOut(false);
        }}
      />
    </>
  );
}

function Live() {
  useLiveEvents();
  return null;
}
