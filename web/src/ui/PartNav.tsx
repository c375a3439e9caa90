import { NavLink } from 'react-router';

/** The parts of one of the four questions: where each is, and its word. The first is open only at exactly its place. */
export function PartNav({ label, parts }: { label: string; parts: [to: string, word: string][] }) {
  return (
    <nav aria-label={label} className="mb-4 flex flex-wrap gap-x-5 gap-y-1">
      {parts.map(([to, word], index) => (
        <NavLink
          key={to}
          to={to}
          end={index === 0}
          className={({ isActive }) =>
            `border-b-2 py-0.5 no-underline ${isActive ? 'border-ink font-medium' : 'text-soft hover:border-water border-transparent'}`
          }
        >
          {word}
        </NavLink>
      ))}
    </nav>
  );
}
