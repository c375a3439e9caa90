import { Link } from 'react-router';
import { Flag } from '../../common/ui/Flag';
import { PublicLink } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { useHttps } from '../../common/api/certificates';
import { ofAddress } from '../../where/certificate/words';

/** What a person wants who has just gone live: the link, to be given on. */
export function ToShare({ site }: { site: SiteView }) {
  const https = useHttps(site.id).data?.find((each) => each.addressId === site.addresses[0]?.id);
  const main = site.addresses[0];
  const next: [string, string][] = [
    ['where', 'Give it another address, or a domain of your own'],
    ['where/share', 'A card to print, words for a mail, the link of each page'],
    ['what', 'Go on editing: visitors see it when you publish again'],
    ['who', 'Invite people, or let only some visitors in'],
  ];
  return (
    <div className="mx-auto max-w-2xl py-4">
      <div className="mb-3 flex items-center gap-3">
        <Flag flag={site.flag} size={44} />
        <h1 className="min-w-0 text-2xl [overflow-wrap:anywhere]" role="status">
          {site.title} is live, version {site.liveVersion}.
        </h1>
      </div>
      {main ? (
        <>
          <p className="mb-1 text-[1.6rem]">
            <PublicLink url={main.url} label={main.shown} />
          </p>
          {https && <p className="text-soft mb-3">{ofAddress(https)}.</p>}
          <img
            src={`/api/sites/${site.id}/share/code.svg?size=40`}
            alt={`QR code that leads to ${main.url}`}
            className="border-water size-48 border bg-white [image-rendering:pixelated]"
          />
        </>
      ) : (
        <p>
          It has no address yet. <Link to={`/sites/${site.id}/where/new`}>Choose one</Link>.
        </p>
      )}
      <h2 className="mt-6 mb-1 text-lg">What next</h2>
      <ul className="border-water border-t">
        {next.map(([to, words]) => (
          <li key={to} className="border-water border-b">
            <Link to={`/sites/${site.id}/${to}`} className="block py-1.5">
              {words}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
