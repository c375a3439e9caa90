import { useEffect, useState } from 'react';
import { api } from '../../common/api/client';
import { Doorway } from './Doorway';
import { SignInForm } from './SignInForm';

/** Where to go after signing in: only addresses of this application, so that no one can be sent elsewhere by a link. */
function wayOn(): string {
  const to = new URLSearchParams(window.location.search).get('to') ?? '/';
  return to.startsWith('/') && !to.startsWith('//') ? to : '/';
}

/** The door. Its links load the page anew: behind it stands the whole application, which it does without. */
export function SignInPage() {
  const setUp = useSetUp();
  if (!setUp) {
    return (
      <Doorway title="A new harbor">
        <p>
          This harbor is not set up yet. Whoever runs it begins here: <a href="/first-run">Set it up</a>.
        </p>
      </Doorway>
    );
  }
  return (
    <Doorway title="Sign in">
      <SignInForm
        onDone={() => {
          window.location.replace(wayOn());
          // The page is left: until then the button stays busy.
          return new Promise(() => undefined);
        }}
      />
      <p className="mt-4">
        <a href="/forgotten">Forgot your password?</a> New here? <a href="/open-account">Open an account</a>.
      </p>
    </Doorway>
  );
}

/** Whether this harbor is set up, which it is taken for until it says otherwise. */
function useSetUp(): boolean {
  const [setUp, setSetUp] = useState(true);
  useEffect(() => {
    api.GET('/api/first-run').then(
      ({ data }) => {
        if (data?.awaited) setSetUp(false);
      },
      () => {
        // It cannot be asked: whoever signs in is told so.
      },
    );
  }, []);
  return setUp;
}
