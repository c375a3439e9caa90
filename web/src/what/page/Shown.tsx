import { usePreview } from '../../common/api/content';
import { pageUrl } from '../../common/ui/Frames';
import type { SiteView } from '../site/thisSite';
import type { PageSettings, SetPage, SetPages } from './pages';

/** About what most lists of results show, in characters. */
const TITLE_SHOWN = 60;
const DESCRIPTION_SHOWN = 155;

const cut = (words: string, most: number) =>
  words.length > most ? `${words.slice(0, most).replace(/\s+\S*$/, '')} …` : words;

const hostOf = (site: SiteView) =>
  site.addresses.find((each) => each.role === 'MAIN')?.shown ?? 'no address yet';

/** A page as a line in a list of results: drawn our own way, as no search engine's. */
export function AsFound({
  site,
  page,
  title,
  description,
}: {
  site: SiteView;
  page: SetPage;
  title: string;
  description: string;
}) {
  const hidden = page.hidden || !site.listed;
  return (
    <figure className="mb-4">
      <figcaption className="text-soft mb-1">In a list of results</figcaption>
      <div className="border-ink bg-paper border-l-4 px-3 py-2">
        {hidden ? (
          <p>Search engines are asked not to list it.</p>
        ) : (
          <>
            <p className="text-[1.1rem] font-medium [overflow-wrap:anywhere]">
              {title === '' ? page.path : cut(title, TITLE_SHOWN)}
            </p>
            <p className="mono text-soft text-[0.85rem] [overflow-wrap:anywhere]">
              {hostOf(site)}
              {page.url}
            </p>
            <p className="[overflow-wrap:anywhere]">
              {description === '' ? (
                <span className="text-soft">Some words of the page, as the engine chooses.</span>
              ) : (
                cut(description, DESCRIPTION_SHOWN)
              )}
            </p>
          </>
        )}
      </div>
      {!hidden && (
        <p className="text-soft mt-1 text-[0.9rem]">
          Title {title.length} of about {TITLE_SHOWN} characters shown, description {description.length} of
          about {DESCRIPTION_SHOWN}.
        </p>
      )}
    </figure>
  );
}

/** A page as a card in a conversation. */
export function AsShared({
  site,
  view,
  set,
  title,
  description,
}: {
  site: SiteView;
  view: SetPages;
  set: PageSettings;
  title: string;
  description: string;
}) {
  const draft = usePreview(site.id, null);
  const there = view.pictures.includes(set.picture);
  const picture = there && draft.data ? pageUrl(draft.data.url, set.picture) : undefined;
  return (
    <figure className="mb-4">
      <figcaption className="text-soft mb-1">As a card, when someone shares its link</figcaption>
      <div className="border-water bg-paper grid max-w-md grid-cols-[7rem_1fr] border">
        {picture !== undefined ? (
          <img src={picture} alt={set.pictureWords} className="bg-land size-full max-h-40 object-cover" />
        ) : (
          <div className="hatched text-soft grid min-h-28 place-items-center p-2 text-center text-[0.85rem]">
            <span className="bg-paper px-1">{set.picture === '' ? 'no picture' : 'picture elsewhere'}</span>
          </div>
        )}
        <div className="min-w-0 px-3 py-2">
          <p className="font-medium [overflow-wrap:anywhere]">{title === '' ? site.title : cut(title, 70)}</p>
          <p className="text-soft text-[0.93rem] [overflow-wrap:anywhere]">{cut(description, 110)}</p>
          <p className="mono text-soft mt-1 text-[0.8rem] [overflow-wrap:anywhere]">{hostOf(site)}</p>
        </div>
      </div>
      {set.picture === '' && (
        <p className="text-soft mt-1 text-[0.9rem]">
          Without a picture, here or for every page, no card is sent along: each program shows what it finds.
        </p>
      )}
    </figure>
  );
}
