import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Flag } from '../../common/ui/Flag';
import { HostName } from '../../common/ui/Words';
import { useUnder } from './useUnder';

/** The addresses of all sites that lie under a domain. */
export function Under({ domain }: { domain: Schemas['DomainView'] }) {
  const under = useUnder(domain.id) ?? [];
  return (
    <section aria-label="Addresses under it" className="mb-4">
      <h3 className="mb-1">Addresses under it</h3>
      {under.length === 0 && (
        <p className="text-soft">None yet. Open a site, then Where, and add {domain.unicode} there.</p>
      )}
      <ul>
        {under.map(({ site, address, trouble }) => (
          <li key={address.id} className="flex flex-wrap items-center gap-2 py-0.5">
            <Flag flag={site.flag} size={20} />
            <Link to={`/sites/${site.id}/where/${address.id}`}>
              <HostName name={address.shown} />
            </Link>
            <span className="text-soft">
              {site.title}
              {trouble ? `, ${trouble.state === 'WAITING' ? 'waiting' : `not yet “${trouble.words}”`}` : ''}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
