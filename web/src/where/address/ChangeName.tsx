import { useMutation } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useImpact, useSense } from '../../common/api/addresses';
import { refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { useRenamingOutcome } from '../../common/api/visits';
import { WillNotice } from '../../common/ui/Noticed';
import { useRested } from '../../common/ui/useRested';
import { counted } from '../../common/ui/Words';
import { Places } from './Places';

const FORWARD: [string, string][] = [
  ['30', '30 days'],
  ['90', '90 days'],
  ['365', 'a year'],
  ['', 'always'],
];

const FIRST = 6;

/** Another name in place of this one: what it touches first, then the new name, and how long the old one forwards. */
export function ChangeName({ site, address }: { site: SiteView; address: Schemas['Address'] }) {
  const navigate = useNavigate();
  const days = useId();
  const [typed, setTyped] = useState('');
  const [forward, setForward] = useState('365');
  const rested = useRested(typed);
  const sense = useSense(site.id, rested);
  const current = rested === typed && typed.trim() !== '' ? sense.data : undefined;
  const noticed = useRenamingOutcome(site.id, address.id, rested, current?.standing === 'FREE');
  const rename = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/addresses/{id}/renaming', {
          params: { path: { siteId: site.id, id: address.id } },
          body: { typed, forwardDays: forward === '' ? null : Number(forward) },
        }),
      ),
    onSuccess: async (fresh) => {
      await refreshSite(site.id);
      toast(`${fresh.shown} replaces ${address.shown}`);
      await navigate(`/sites/${site.id}/where/${fresh.id}`);
    },
  });
  return (
    <section className="mt-4" aria-label="Change its name">
      <Touched site={site} address={address} />
      <form
        className="mt-4"
        onSubmit={(e) => {
          e.preventDefault();
          rename.mutate();
        }}
      >
        <Field
          label="The new address"
          className="mono"
          value={typed}
          autoComplete="off"
          autoCapitalize="none"
          spellCheck={false}
          onChange={(e) => {
            rename.reset();
            setTyped(e.target.value);
          }}
          hint={
            <p
              aria-live="polite"
              className={current?.standing === 'FREE' ? 'min-h-6' : 'text-magenta min-h-6'}
            >
              {current?.standing === 'DOMAIN_FIRST'
                ? `${current.explanation} Add it as an address first, then make it the main one.`
                : current?.explanation}
            </p>
          }
        />
        <p className="mb-3">
          <label htmlFor={days} className="mr-2 font-medium">
            The old one forwards, path kept, for
          </label>
          <select
            id={days}
            value={forward}
            className="border-ink bg-paper border px-2 py-1"
            onChange={(e) => {
              setForward(e.target.value);
            }}
          >
            {FORWARD.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </p>
        <Trouble error={rename.error} />
        {current?.standing === 'FREE' && <WillNotice query={noticed} />}
        <Button kind="primary" type="submit" busy={rename.isPending} disabled={current?.standing !== 'FREE'}>
          Change the name
        </Button>
      </form>
    </section>
  );
}

/** What the old name is used for today. */
function Touched({ site, address }: { site: SiteView; address: Schemas['Address'] }) {
  const impact = useImpact(site.id, address.id);
  const [all, setAll] = useState(false);
  if (impact.isPending) return <Loading />;
  if (impact.error) return <Trouble error={impact.error} />;
  const { mentions, moreMentions, pointers, redirects, visits } = impact.data;
  const links = mentions.filter((m) => m.link).length;
  return (
    <>
      <h3 className="mb-1">What a new name touches</h3>
      <ul className="mb-3 list-disc pl-5">
        <li>{counted(visits, 'visit')} in the last 30 days came by this name. The old one forwards them.</li>
        <li>
          {mentions.length + moreMentions === 0
            ? 'None of your pages names it.'
            : `${counted(mentions.length + moreMentions, 'place')} in your pages name it, ${String(links)} of them links.`}
        </li>
        {pointers.map((p) => (
          <li key={p.address}>
            The pointer {p.address} of {p.site} leads to it.
          </li>
        ))}
        {redirects.slice(0, FIRST).map((r) => (
          <li key={r.redirect}>
            The redirect of{' '}
            <Link to={`/sites/${r.siteId}/where/redirects/${r.redirect}`} className="mono">
              {r.source}
            </Link>{' '}
            {r.siteId === site.id ? '' : `of ${r.site} `}leads to it.
          </li>
        ))}
        {redirects.length > FIRST && <li>So do {counted(redirects.length - FIRST, 'more redirect')}.</li>}
      </ul>
      {mentions.length > 0 && (
        <ul className="border-water mb-3 border-t">
          {(all ? mentions : mentions.slice(0, FIRST)).map((m) => (
            <li
              key={`${m.siteId}${m.path}${String(m.line)}${m.excerpt}`}
              className="border-water grid grid-cols-[minmax(9rem,2fr)_3fr] gap-x-3 border-b py-1"
            >
              <Link
                to={`/sites/${m.siteId}/what?path=${encodeURIComponent(m.path)}`}
                className="[overflow-wrap:anywhere]"
              >
                {m.siteId === site.id ? '' : `${m.site}: `}
                {m.path}, line {m.line}
              </Link>
              <span className="mono text-soft [overflow-wrap:anywhere]">{m.excerpt}</span>
            </li>
          ))}
        </ul>
      )}
      {!all && mentions.length > FIRST && (
        <Button
          kind="quiet"
          onClick={() => {
            setAll(true);
          }}
        >
          Show all {mentions.length}
        </Button>
      )}
      <Places site={site} host={address.hostName} />
    </>
  );
}
