import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';
import { useChangeRedirects } from './change';
import { PageList } from './PageList';
import { TextIn } from './TextIn';
import { BLANK } from './words';

type Match = Schemas['MatchView'];

/** From this likeness on a suggestion is taken unless the person says otherwise. */
const LIKELY = 0.5;
const MOST = 500;

/** A list of old URLs, matched against today's pages in one go, ready to correct. */
export function BringUrls({ site }: { site: SiteView }) {
  const navigate = useNavigate();
  const change = useChangeRedirects(site.id);
  const [targets, setTargets] = useState<Record<string, string>>({});
  const look = useMutation({
    mutationFn: (text: string) =>
      dataOf(
        api.POST('/api/sites/{siteId}/redirects/matches', {
          params: { path: { siteId: site.id } },
          body: { text },
        }),
      ),
    onSuccess: (matches) => {
      setTargets(
        Object.fromEntries(
          matches.map((m) => [m.source, m.meant[0] && m.meant[0].score >= LIKELY ? m.meant[0].path : '']),
        ),
      );
    },
  });
  const missing = look.data?.filter((m) => m.fate === 'MISSING') ?? [];
  const fine = (look.data?.length ?? 0) - missing.length;
  const wrong = look.data?.filter((m) => m.fate === 'WRONG') ?? [];
  const put = missing
    .filter((m) => (targets[m.source] ?? '') !== '')
    .map((m) => ({ ...BLANK, source: m.source, target: targets[m.source] ?? '' }));
  return (
    <>
      <TextIn
        label="Old URLs"
        hint="One a line, or a sitemap: the URLs in its <loc> elements are read."
        accept=".xml,.txt,.csv,text/plain,text/xml"
        busy={look.isPending}
        onText={(text) => {
          change.reset();
          look.mutate(text);
        }}
      />
      <Trouble error={look.error} />
      {look.data && (
        <section aria-label="What they most likely meant">
          <p className="mb-2">
            {missing.length === 0
              ? 'Every one of them leads somewhere already.'
              : `${counted(missing.length, 'URL')} would find nothing${fine - wrong.length > 0 ? `; ${String(fine - wrong.length)} ${fine - wrong.length === 1 ? 'leads' : 'lead'} somewhere already` : ''}.`}
          </p>
          {wrong.map((m) => (
            <p key={m.url} className="text-magenta [overflow-wrap:anywhere]">
              {m.url}: {m.sentence}
            </p>
          ))}
          {missing.length > 0 && (
            <>
              <Trouble error={change.error} />
              <Button
                kind="primary"
                className="mb-3"
                busy={change.isPending}
                disabled={put.length === 0}
                onClick={() => {
                  change.mutate(
                    { put, remove: [], what: `led on ${counted(put.length, 'old URL')}` },
                    {
                      onSuccess: () => {
                        void navigate(`/sites/${site.id}/where/redirects`);
                      },
                    },
                  );
                }}
              >
                Make {counted(put.length, 'redirect')}
              </Button>
              <Matches
                siteId={site.id}
                matches={missing.slice(0, MOST)}
                targets={targets}
                onTargets={setTargets}
              />
            </>
          )}
        </section>
      )}
    </>
  );
}

function Matches({
  siteId,
  matches,
  targets,
  onTargets,
}: {
  siteId: string;
  matches: Match[];
  targets: Record<string, string>;
  onTargets: (targets: Record<string, string>) => void;
}) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-left">
        <thead>
          <tr className="border-ink border-b">
            <th className="py-1 pr-3">Old path</th>
            <th className="py-1 pr-3">Leads to</th>
            <th className="py-1">Likeness</th>
          </tr>
        </thead>
        <tbody>
          {matches.map((m) => {
            const target = targets[m.source] ?? '';
            const meant = m.meant.find((x) => x.path === target);
            return (
              <tr key={m.source} className="border-water border-b">
                <td className="py-1 pr-3">
                  <Check
                    checked={target !== ''}
                    onChange={(on) => {
                      onTargets({ ...targets, [m.source]: on ? (m.meant[0]?.path ?? '/') : '' });
                    }}
                  >
                    <span className="mono [overflow-wrap:anywhere]">{m.source}</span>
                  </Check>
                </td>
                <td className="py-1 pr-3">
                  <input
                    value={target}
                    aria-label={`Where ${m.source} leads to`}
                    list="all-pages"
                    placeholder="nothing likely: choose a page"
                    onChange={(e) => {
                      onTargets({ ...targets, [m.source]: e.target.value });
                    }}
                    className="mono border-ink bg-paper w-full min-w-48 border px-2 py-1"
                  />
                </td>
                <td className="text-soft py-1 whitespace-nowrap tabular-nums">
                  {meant
                    ? meant.moved
                      ? 'the same page, moved'
                      : `${String(Math.round(meant.score * 100))} %`
                    : ''}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <PageList siteId={siteId} id="all-pages" />
    </div>
  );
}
