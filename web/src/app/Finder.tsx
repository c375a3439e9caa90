import { useState } from 'react';
import { Link } from 'react-router';
import { useSites } from '../common/api/queries';
import { Dialog } from '../common/ui/Dialog';
import { Field } from '../common/ui/Field';
import { Flag } from '../common/ui/Flag';

const PARTS: [string, string][] = [
  ['what', 'Draft'],
  ['where/share', 'Tell people'],
  ['what/sftp', 'Files by SFTP'],
  ['what/look', 'Preview'],
  ['what/findings', 'Findings'],
  ['what/pages', 'Page settings: titles, descriptions, cards'],
  ['what/replace', 'Find and replace in all pages'],
  ['what/about', 'About the site, sitemap, feed, languages'],
  ['what/review', 'Publish review'],
  ['what/versions', 'Versions'],
  ['where', 'Addresses'],
  ['when', 'When'],
  ['who', 'Who'],
];

/** Finds a site, by its name or address, and a part of it. */
export function Finder({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const sites = useSites();
  const [typed, setTyped] = useState('');
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const found = (sites.data ?? [])
    .flatMap(({ site }) => PARTS.map(([path, part]) => ({ site, path, part })))
    .filter(({ site, part }) => {
      const text = [site.title, part, ...site.addresses.map((a) => a.shown)].join(' ').toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .slice(0, 12);
  const close = () => {
    onOpenChange(false);
    setTyped('');
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Find">
      <Field
        label="Name, address or part of a site"
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
        }}
      />
      <ul>
        {found.map(({ site, path, part }) => (
          <li key={site.id + path}>
            <Link
              to={`/sites/${site.id}/${path}`}
              onClick={close}
              className="hover:bg-shoal focus:bg-shoal flex items-center gap-2 px-2 py-1 no-underline"
            >
              <Flag flag={site.flag} size={20} />
              <span className="font-medium">{site.title}</span>
              <span className="text-soft">{part}</span>
            </Link>
          </li>
        ))}
      </ul>
      {found.length === 0 && <p className="text-soft">No matches</p>}
    </Dialog>
  );
}
