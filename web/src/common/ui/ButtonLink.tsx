import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { LOOKS, type Kind } from './Button';

/** A way to another screen that looks like a button. */
export function ButtonLink({
  to,
  kind = 'plain',
  children,
}: {
  to: string;
  kind?: Kind;
  children: ReactNode;
}) {
  return (
    <Link
      to={to}
      className={`inline-flex min-h-8 items-center border px-3 py-1 font-medium whitespace-nowrap no-underline ${LOOKS[kind]}`}
    >
      {children}
    </Link>
  );
}
