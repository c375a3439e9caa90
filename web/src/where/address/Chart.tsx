import { Link } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { useHttps } from '../../common/api/certificates';
import { ButtonLink } from '../../common/ui/ButtonLink';
import { counted, HostName, Time } from '../../common/ui/Words';
import { shown } from '../../common/clock/time';
import type { SiteView } from '../../what/site/thisSite';
import { May, WhoMay } from '../../who/access/May';
import { ofAddress, type AddressHttps } from '../certificate/words';
import { StateMark } from './LadderView';
import { ROLES } from './roles';

type Where = Schemas['WhereView'];
type Place = Where['places'][number];
type Way = Place['ways'][number];
type Standing = Where['addresses'][number];

/** How a way is drawn. */
const LINES: Record<Way['state'], string> = {
  PROVEN: 'border-ink border-solid',
  WAITING: 'border-ink border-dashed',
  BROKEN: 'border-magenta border-dashed',
  OPEN: 'border-water border-dotted',
};

const MARKS: Record<Way['state'], Standing['state']> = {
  PROVEN: 'OK',
  WAITING: 'WAITING',
  BROKEN: 'FAILED',
  OPEN: 'NOT_YET',
};

/** The picture of where a site is live, which is also the list: each place, and below it the addresses that lead there. */
export function Chart({ site, where, chosen }: { site: SiteView; where: Where; chosen: string }) {
  const https = useHttps(site.id);
  return (
    <>
      <div className="mb-2 flex items-center justify-between gap-3">
        <h2 className="text-lg">Addresses</h2>
        <May site={site} to="MANAGE">
          <ButtonLink to={`/sites/${site.id}/where/new`}>Add an address</ButtonLink>
        </May>
      </div>
      <WhoMay site={site} to="MANAGE" what="add and change addresses" />
      {where.addresses.length === 0 && (
        <p className="text-soft pb-3">This site has no address yet. Without one nobody can visit it.</p>
      )}
      <ul className="grid gap-4">
        {where.places.map((place) => (
          <li key={place.id}>
            <PlaceBox site={site} place={place} changes={where.changes} chosen={chosen} />
            <ul>
              {place.ways.map((way, i) => (
                <WayRow
                  key={way.from}
                  site={site}
                  place={place}
                  way={way}
                  last={i === place.ways.length - 1}
                  standing={where.addresses.find((a) => a.address.id === way.from)}
                  https={https.data?.find((a) => a.addressId === way.from)}
                  chosen={way.from === chosen}
                />
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What addresses lead to. */
function PlaceBox({
  site,
  place,
  changes,
  chosen,
}: {
  site: SiteView;
  place: Place;
  changes: number;
  chosen: string;
}) {
  const at = `/sites/${site.id}`;
  const to: Record<Place['kind'], string> = {
    HARBOR: `${at}/where/harbor`,
    VERSION: `${at}/what/versions/${String(place.version)}`,
    DRAFT: `${at}/what`,
    HOST: `${at}/where/hosts/${place.id}`,
    ELSEWHERE: `${at}/where/${place.id}`,
  };
  const holds =
    place.kind !== 'VERSION' && place.version !== null ? `version ${String(place.version)}` : null;
  const behind =
    place.kind === 'HARBOR' && changes > 0 && place.version !== null
      ? `${counted(changes, 'change')} in the draft`
      : null;
  return (
    <Link
      to={to[place.kind]}
      aria-current={place.id === chosen && place.kind === 'HARBOR'}
      className="border-ink bg-paper hover:bg-shoal aria-[current=true]:bg-land flex items-baseline gap-x-2 border px-2.5 py-1.5 no-underline"
    >
      <span
        className={`min-w-0 [overflow-wrap:anywhere] ${place.kind === 'ELSEWHERE' ? 'mono' : 'font-medium'}`}
      >
        {place.title}
      </span>
      <span className="text-soft ml-auto shrink-0 text-right text-[0.93rem]">
        {[holds, place.note, behind].filter(Boolean).join(' · ')}
      </span>
    </Link>
  );
}

/** A way to a place: its line, and what is to be said of the address it comes from. */
function WayRow({
  site,
  place,
  way,
  last,
  standing,
  https,
  chosen,
}: {
  site: SiteView;
  place: Place;
  way: Way;
  last: boolean;
  standing: Standing | undefined;
  https: AddressHttps | undefined;
  chosen: boolean;
}) {
  const line = LINES[way.state];
  const to =
    place.kind === 'HOST'
      ? `/sites/${site.id}/where/hosts/${way.from}`
      : `/sites/${site.id}/where/${way.from}`;
  return (
    <li className="relative pl-7">
      <span aria-hidden className={`absolute top-0 left-3 h-5 border-l-2 ${line}`} />
      <span aria-hidden className={`absolute top-5 left-3 w-3.5 border-t-2 ${line}`} />
      {!last && <span aria-hidden className="border-ink absolute top-5 bottom-0 left-3 border-l-2" />}
      <Link
        to={to}
        aria-current={chosen}
        className="border-water hover:bg-shoal aria-[current=true]:bg-land grid grid-cols-[1fr_auto] gap-x-3 border-b px-2 py-2 no-underline"
      >
        <span className="flex min-w-0 items-center gap-2">
          <StateMark state={MARKS[way.state]} />
          <HostName name={way.shown} />
        </span>
        <span className="text-soft text-right">{standing ? ROLES[standing.address.role].word : 'copy'}</span>
        <span className="text-soft col-span-2 pl-[1.4rem] text-[0.93rem]">
          <span className={way.state === 'BROKEN' ? 'text-magenta font-medium' : ''}>
            {standing ? <Stands standing={standing} way={way} /> : place.note}
          </span>
          {standing && standing.address.path === '/' && https && ` · ${ofAddress(https)}`}
        </span>
      </Link>
    </li>
  );
}

/** How an address stands, and since when. */
function Stands({ standing, way }: { standing: Standing; way: Way }) {
  if (way.state === 'WAITING') {
    return (
      <>
        waiting
        {way.until !== null && (
          <>
            , everyone sees it by <Time at={way.until} />
          </>
        )}
      </>
    );
  }
  const since = <>since {shown(new Date(standing.since), 'd MMM yyyy')}</>;
  if (way.state === 'PROVEN') return <>works {since}</>;
  if (way.state === 'OPEN') return <>not live</>;
  const first = standing.steps.find((step) => step.state === 'FAILED');
  return (
    <>
      does not work {since}
      {first && <>: to do at “{first.words}”</>}
    </>
  );
}
