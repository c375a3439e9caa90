import { Link, useLocation } from 'react-router';

/** The parts of one of the four questions: where each is, and its word. What is in no other part is in the first. */
export function PartNav({ label, parts }: { label: string; parts: [to: string, word: string][] }) {
  const { pathname } = useLocation();
  const open = Math.max(
    0,
    parts.findIndex(([to], index) => index > 0 && (pathname === to || pathname.startsWith(`${to}/`))),
  );
  return (
    <nav aria-label={label} className="mb-4 flex flex-wrap gap-x-5 gap-y-1">
      {parts.map(([to, word], index) => (
        <Link
          key={to}
          to={to}
          aria-current={index === open ? 'page' : undefined}
          className={`border-b-2 py-0.5 no-underline ${index === open ? 'border-ink font-medium' : 'text-soft hover:border-water border-transparent'}`}
        >
          {word}
        </Link>
      ))}
    </nav>
  );
}
