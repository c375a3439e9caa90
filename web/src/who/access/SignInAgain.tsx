import { queries } from '../../common/api/queries';
import { Dialog } from '../../common/ui/Dialog';
import { SignInForm } from './SignInForm';

/** Signing in over the page one was at, so that nothing typed there is lost. */
export function SignInAgain({ email, onDone }: { email: string; onDone: () => void }) {
  return (
    <Dialog open onOpenChange={() => undefined} title="You were signed out">
      <p className="mb-3">Nothing was changed, and what you typed is still here. Sign in to go on.</p>
      <SignInForm
        email={email}
        onDone={async () => {
          // The answer to this question carries the token that changes need from now on.
          await queries.invalidateQueries();
          onDone();
        }}
      />
    </Dialog>
  );
}
