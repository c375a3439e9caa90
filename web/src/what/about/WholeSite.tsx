import { X } from 'lucide-react';
import { Check } from '../../common/ui/Check';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { TextArea } from '../../common/ui/TextArea';
import { counted } from '../../common/ui/Words';
import type { Part, SiteForm } from './about';
import { LanguageGaps } from './LanguageGaps';

/** What is made for search engines, browsers and readers of feeds. */
export function MadeFields({ value, view, problem, onChange }: Part<SiteForm['made']>) {
  return (
    <section aria-label="Sitemap and feed" className="mb-5">
      <h2 className="mb-1 text-lg">Sitemap and feed</h2>
      <Check
        checked={value.sitemap}
        onChange={(sitemap) => {
          onChange({ sitemap });
        }}
      >
        A sitemap of all pages, and a robots.txt that names it
      </Check>
      <div className="mt-2 grid gap-x-3 sm:grid-cols-2">
        <Choice
          label="A feed of new pages"
          value={value.feed}
          options={[
            ['', 'None'],
            ['/', 'Of all pages'],
            ...view.folders.map((folder): [string, string] => [folder, `In ${folder}`]),
          ]}
          onChange={(feed) => {
            onChange({ feed });
          }}
        />
        {value.feed !== '' && (
          <Field
            label="Name of the feed"
            value={value.feedTitle}
            problem={problem('feedTitle')}
            onChange={(e) => {
              onChange({ feedTitle: e.target.value });
            }}
          />
        )}
      </div>
      {value.feed !== '' && (
        <p className="text-soft mb-2">
          A page is as old as the date set under Pages, or the one it says itself, or the day it was first
          live.
        </p>
      )}
      {view.adds.length > 0 && (
        <p className="text-soft [overflow-wrap:anywhere]">
          As saved, {counted(view.adds.length, 'file')} {view.adds.length === 1 ? 'is' : 'are'} made where the
          main address is a host of its own that search engines may list:{' '}
          <span className="mono">{view.adds.join(', ')}</span>.
        </p>
      )}
      {view.own.length > 0 && (
        <p className="text-soft [overflow-wrap:anywhere]">
          The site has its own <span className="mono">{view.own.join(', ')}</span>, which stays.
        </p>
      )}
    </section>
  );
}

/** Which part is in which language. */
export function LanguageFields({ value, view, problem, onChange }: Part<SiteForm['languages']>) {
  const folders = Object.entries(value.folders);
  const free = view.folders.filter((folder) => !(folder in value.folders));
  const put = (all: [string, string][]) => {
    onChange({ folders: Object.fromEntries(all) });
  };
  return (
    <section aria-label="Languages" className="mb-5">
      <h2 className="mb-1 text-lg">Languages</h2>
      <p className="text-soft mb-2 max-w-prose">
        Pages of the same name in two languages lead search engines to each other; pages that do not say their
        language say it.
      </p>
      <Field
        label="All pages are in"
        className="mono"
        placeholder="en"
        value={value.rest}
        problem={problem('rest')}
        hint={<p className="text-soft">The short name of a language: en, de, pt-BR.</p>}
        onChange={(e) => {
          onChange({ rest: e.target.value });
        }}
      />
      {folders.map(([folder, language]) => (
        <div key={folder} className="mb-2 flex items-center gap-2">
          <span>
            but <span className="mono">{folder}</span> is in
          </span>
          <input
            aria-label={`Language of ${folder}`}
            value={language}
            className="border-ink bg-paper mono w-20 border px-2 py-1"
            onChange={(e) => {
              put(folders.map(([each, old]) => [each, each === folder ? e.target.value : old]));
            }}
          />
          <button
            type="button"
            aria-label={`Remove ${folder}`}
            className="hover:bg-shoal grid size-7 place-items-center"
            onClick={() => {
              put(folders.filter(([each]) => each !== folder));
            }}
          >
            <X size={14} aria-hidden />
          </button>
        </div>
      ))}
      {problem('folders') !== undefined && <p className="text-magenta">{problem('folders')}</p>}
      {folders.length > 0 && (
        <div className="mb-2">
          <Check
            checked={value.sends}
            onChange={(sends) => {
              onChange({ sends });
            }}
          >
            Send visitors from the front page to the one in their language
          </Check>
          <Check
            checked={value.redirects}
            onChange={(redirects) => {
              onChange({ redirects });
            }}
          >
            Send visitors who come by a redirect to the page in their language
          </Check>
          {(problem('sends') ?? problem('redirects')) !== undefined && (
            <p className="text-magenta">{problem('sends') ?? problem('redirects')}</p>
          )}
          <p className="text-soft">
            By what their browser asks for, at this harbor’s addresses; who comes from within the site stays.
          </p>
        </div>
      )}
      <LanguageGaps view={view} />
      {free.length > 0 && (
        <Choice
          label="A folder in another language"
          value=""
          options={[['', 'Choose …'], ...free.map((folder): [string, string] => [folder, folder])]}
          onChange={(folder) => {
            if (folder !== '') put([...folders, [folder, folder.replace(/\/$/, '').split('/').pop() ?? '']]);
          }}
        />
      )}
    </section>
  );
}

/** What holds for every page, and which wins. */
export function EveryPage({
  value,
  view,
  problem,
  onChange,
  overOwn,
  onOverOwn,
}: Part<SiteForm['every']> & { overOwn: boolean; onOverOwn: (wins: boolean) => void }) {
  return (
    <section aria-label="On every page">
      <h2 className="mb-1 text-lg">On every page</h2>
      <Choice
        label="Where a page says something else itself"
        value={overOwn ? 'SET' : 'OWN'}
        options={[
          ['SET', 'what is set here and under Pages wins'],
          ['OWN', 'what the page says itself wins'],
        ]}
        onChange={(wins) => {
          onOverOwn(wins === 'SET');
        }}
      />
      <Choice
        label="Picture of sharing cards, where a page has none"
        value={value.picture}
        options={[['', 'None'], ...view.pictures.map((path): [string, string] => [path, path])]}
        onChange={(picture) => {
          onChange({ picture });
        }}
      />
      <details open={value.head !== '' || value.body !== ''}>
        <summary className="min-h-[25px] cursor-pointer">Code of your own</summary>
        <div className="mt-2">
          <p className="text-soft mb-2">
            It runs for visitors, not in previews. The review lists whom it calls.
          </p>
          {(['head', 'body'] as const).map((name) => (
            <TextArea
              key={name}
              label={name === 'head' ? 'At the end of the head' : 'At the end of the body'}
              rows={3}
              className="mono text-[0.93rem]"
              value={value[name]}
              problem={problem(name)}
              onChange={(e) => {
                onChange({ [name]: e.target.value });
              }}
            />
          ))}
        </div>
      </details>
    </section>
  );
}
