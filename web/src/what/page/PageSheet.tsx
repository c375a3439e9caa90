import { Link } from 'react-router';
import { Field } from '../../common/ui/Field';
import { TextArea } from '../../common/ui/TextArea';
import { May } from '../../who/access/May';
import type { SiteView } from '../site/thisSite';
import { AsFound, AsShared } from './Shown';
import { said, type PageSettings, type SetPage, type SetPages } from './pages';

interface Props {
  site: SiteView;
  view: SetPages;
  page: SetPage;
  /** What is set about it, with what is typed and not saved yet. */
  set: PageSettings;
  /** The title it will have. */
  title: string;
  problem: (field: keyof PageSettings) => string | undefined;
  onEdit: (change: Partial<PageSettings>) => void;
}

/** One page: how it is found and shared, and what else can be set about it. */
export function PageSheet({ site, view, page, set, title, problem, onEdit }: Props) {
  const description = said(set.description, page.ownDescription, view.overOwn);
  const field = (name: keyof PageSettings) => ({
    value: set[name],
    problem: problem(name),
    onChange: (e: { target: { value: string } }) => {
      onEdit({ [name]: e.target.value });
    },
  });
  return (
    <>
      <h2 className="mono text-lg [overflow-wrap:anywhere]">{page.path}</h2>
      <p className="mb-3">
        <Link to={`/sites/${site.id}/what?path=${encodeURIComponent(page.path)}`}>Open it in the draft</Link>
      </p>
      <AsFound site={site} page={page} title={title} description={description} />
      <AsShared site={site} view={view} set={set} title={title} description={description} />
      <May site={site} to="EDIT">
        <Field
          label="Picture of the sharing card"
          className="mono"
          list="pictures"
          placeholder="img/soup.jpg"
          hint={<p className="text-soft">A picture of the draft, or a URL.</p>}
          {...field('picture')}
        />
        <datalist id="pictures">
          {view.pictures.map((path) => (
            <option key={path} value={path} />
          ))}
        </datalist>
        {set.picture !== '' && <Field label="What the picture shows" {...field('pictureWords')} />}
        <details open={set.canonical !== '' || set.date !== ''}>
          <summary className="min-h-[25px] cursor-pointer">More options</summary>
          <div className="mt-2">
            <Field
              label="Counts as (canonical page)"
              className="mono"
              placeholder="/soup.html"
              hint={
                <p className="text-soft">
                  For search engines, when the same words stand on another page, too.
                </p>
              }
              {...field('canonical')}
            />
            <Field
              label="Date"
              type="date"
              hint={<p className="text-soft">For the feed; else the date that the page says.</p>}
              {...field('date')}
            />
          </div>
        </details>
        <details open={set.head !== '' || set.body !== ''} className="mt-2">
          <summary className="min-h-[25px] cursor-pointer">Code of your own</summary>
          <div className="mt-2">
            <p className="text-soft mb-2">
              It runs for visitors, not in previews. The review lists whom it calls.
            </p>
            <TextArea
              label="At the end of the head"
              rows={3}
              className="mono text-[0.93rem]"
              {...field('head')}
            />
            <TextArea
              label="At the end of the body"
              rows={3}
              className="mono text-[0.93rem]"
              {...field('body')}
            />
          </div>
        </details>
      </May>
    </>
  );
}
