import { useState } from 'react';
import { Problem } from '../../common/api/problem';
import { Button, LinkButton } from '../../common/ui/Button';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { Unsaved } from '../../common/ui/Unsaved';
import { May, may, WhoMay } from '../../who/access/May';
import { WhatNav } from '../draft/WhatNav';
import { useThisSite, type SiteView } from '../site/thisSite';
import { Facts } from './Facts';
import { StandsOnPages } from './StandsOnPages';
import { useSaveSite, useSiteAdditions, type Part, type SiteAdditions, type SiteForm } from './about';
import { EveryPage, LanguageFields, MadeFields } from './WholeSite';

/** What is said about the site as a whole, and what is made of it for search engines, browsers and readers. */
export function AboutPage() {
  const site = useThisSite();
  const additions = useSiteAdditions(site.id);
  return (
    <>
      <WhatNav />
      <Trouble error={additions.error} />
      {additions.isPending && <Loading />}
      {additions.data && <AboutForm site={site} view={additions.data} />}
    </>
  );
}

const formOf = ({ overOwn, every, about, languages, made }: SiteAdditions): SiteForm => ({
  overOwn,
  every,
  about,
  languages,
  made,
});

/** Facts that pages say, too. */
const ON_PAGES = ['name', 'email', 'telephone', 'street', 'postcode', 'town', 'description'] as const;

function AboutForm({ site, view }: { site: SiteView; view: SiteAdditions }) {
  // What is typed; as it is saved while nothing is.
  const [typed, setTyped] = useState<SiteForm>();
  const [changed, setChanged] = useState<[before: string, now: string][]>([]);
  const form = typed ?? formOf(view);
  const save = useSaveSite(site.id, view.revision);
  const error = save.error instanceof Problem ? save.error : undefined;
  const part = <K extends 'every' | 'about' | 'languages' | 'made'>(name: K): Part<SiteForm[K]> => ({
    value: form[name],
    view,
    problem: (field) => error?.field(`${name}.${field}`),
    onChange: (change) => {
      setTyped({ ...form, [name]: { ...form[name], ...change } });
    },
  });
  return (
    <>
      <WhoMay site={site} to="EDIT" what="change it" />
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const before = view.about;
          save.mutate(form, {
            onSuccess: () => {
              setTyped(undefined);
              setChanged(
                ON_PAGES.map((field): [string, string] => [before[field], form.about[field].trim()]).filter(
                  ([was, is]) => was !== '' && is !== '' && was !== is,
                ),
              );
            },
          });
        }}
      >
        <div className="mb-3 flex flex-wrap items-center gap-3">
          <May site={site} to="EDIT">
            <Button kind="primary" type="submit" busy={save.isPending} disabled={typed === undefined}>
              {typed === undefined ? 'Nothing to save' : 'Save in the draft'}
            </Button>
            {typed !== undefined && (
              <LinkButton
                onClick={() => {
                  setTyped(undefined);
                  save.reset();
                }}
              >
                Discard
              </LinkButton>
            )}
          </May>
          <span className="text-soft">It goes out with the next publish; your files stay as they are.</span>
        </div>
        <Trouble error={save.error} />
        {changed.map(([was, is]) => (
          <StandsOnPages key={was} siteId={site.id} before={was} now={is} />
        ))}
        <fieldset disabled={!may(site, 'EDIT')} className="contents">
          <Panes
            label="Facts"
            ledger={<Facts {...part('about')} />}
            sheet={
              <>
                <MadeFields {...part('made')} />
                <LanguageFields {...part('languages')} />
                <EveryPage
                  {...part('every')}
                  overOwn={form.overOwn}
                  onOverOwn={(overOwn) => {
                    setTyped({ ...form, overOwn });
                  }}
                />
              </>
            }
          />
        </fieldset>
      </form>
      <Unsaved when={typed !== undefined} what="What you typed about the site" />
    </>
  );
}
