import { NavLink } from 'react-router';
import { useThisSite } from '../site/SiteFrame';

/** The parts of What. */
export function WhatNav() {
  const site = useThisSite();
  const parts: [string, string][] = [
    [`/sites/${site.id}/what`, 'Draft'],
    [`/sites/${site.id}/what/look`, 'Look'],
    [`/sites/${site.id}/what/review`, site.changes > 0 ? `Changes (${String(site.changes)})` : 'Changes'],
    [`/sites/${site.id}/what/versions`, 'Versions'],
  ];
  return (
    <nav aria-label="What" className="mb-4 flex flex-wrap gap-x-5 gap-y-1">
      {parts.map(([to, word]) => (
        <NavLink
          key={to}
          to={to}
          end={word === 'Draft'}
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
