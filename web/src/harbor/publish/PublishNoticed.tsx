import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { useRedirects } from '../../common/api/redirects';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { WillNotice, type OutcomeLine } from '../../common/ui/Noticed';
import { useRested } from '../../common/ui/useRested';
import type { SiteView } from '../../what/site/thisSite';
import { useChangeRedirects } from '../../where/redirect/change';
import { BLANK, urlPath } from '../../where/redirect/words';

interface Props {
  site: SiteView;
  heldBack: Set<string>;
  onHold: (heldBack: Set<string>) => void;
  declined: Set<string>;
}

/** What visitors will notice of this publish as it is put together, with a way to keep or redirect what would be lost. */
export function PublishNoticed({ site, heldBack, onHold, declined }: Props) {
  const chosen = useRested(
    JSON.stringify({ heldBack: [...heldBack].sort(), declinedRedirects: [...declined].sort() }),
  );
  const outcome = useQuery({
    queryKey: keys.part(site.id, 'outcome', 'publish', chosen),
    queryFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/outcomes/publish', {
          params: { path: { siteId: site.id } },
          body: JSON.parse(chosen) as Schemas['PublishLookedAt'],
        }),
      ),
    enabled: site.liveVersion !== null,
    placeholderData: (before) => before,
  });
  if (site.liveVersion === null) return null;
  return (
    <WillNotice
      query={outcome}
      fixes={(line) => (
        <Fixes
          site={site}
          line={line}
          onKeep={(path) => {
            onHold(new Set([...heldBack, path]));
          }}
        />
      )}
    />
  );
}

function Fixes({
  site,
  line,
  onKeep,
}: {
  site: SiteView;
  line: OutcomeLine;
  onKeep: (path: string) => void;
}) {
  // The revision of the redirects is needed for the change that a click makes.
  const redirects = useRedirects(site.id);
  const change = useChangeRedirects(site.id);
  const { keep } = line;
  if (line.kind !== 'MISSING') return null;
  return (
    <>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        {keep !== null && (
          <Button
            onClick={() => {
              onKeep(keep);
            }}
          >
            Keep the page
          </Button>
        )}
        {line.meant.map((target) => (
          <Button
            key={target}
            busy={change.isPending}
            disabled={!redirects.data}
            className="max-w-full"
            onClick={() => {
              change.mutate({
                put: [{ ...BLANK, source: urlPath(line.path), target: urlPath(target) }],
                remove: [],
                what: `redirected ${line.path} to ${target}`,
              });
            }}
          >
            <span className="truncate">
              Redirect to <span className="mono">{target}</span>
            </span>
          </Button>
        ))}
        <Link
          className="inline-block min-h-[25px]"
          to={`/sites/${site.id}/where/redirects/new?from=${encodeURIComponent(line.path)}`}
        >
          {line.meant.length > 0 ? 'Choose another page' : 'Redirect it …'}
        </Link>
      </div>
      <Trouble error={change.error} />
    </>
  );
}
