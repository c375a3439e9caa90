import { Dialog } from '../../common/ui/Dialog';
import { SignInForm } from './SignIn';

/** Signing in over the page one was at, so that nothing typed there is lost. */
export function SignInAgain({ open, email, onDone }: { open: boolean; email: string; onDone: () => void }) {
  return (
    <Dialog open={open} onOpenChange={() => undefined} title="You were signed out">
      <p className="mb-3">Nothing was changed, and what you typed is still here. Sign in to go on.</p>
      <SignInForm email={email} onDone={onDone} />
    </Dialog>
  );
}
