import { Link, useRouteError } from 'react-router';
import { Trouble } from '../common/ui/Trouble';

/** What is shown when a screen itself fails. */
export function Broken() {
  const error = useRouteError();
  return (
    <main className="mx-auto max-w-prose p-8">
      <h1 className="mb-2 text-2xl">This screen broke</h1>
      <Trouble error={error} />
      <p>
        Nothing you saved is lost. <a href={window.location.href}>Load it again</a>, or go to{' '}
        <a href="/">All sites</a>.
      </p>
    </main>
  );
}

export function NotFound() {
  return (
    <main className="p-8">
      <h1 className="mb-2 text-2xl">There is no such screen</h1>
      <p>
        Check the address for a typo. Go to <Link to="/">All sites</Link>.
      </p>
    </main>
  );
}
