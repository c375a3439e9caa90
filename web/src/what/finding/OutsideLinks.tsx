import { useMutation, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Diamond } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';
import { May } from '../../who/access/May';
import type { SiteView } from '../site/thisSite';

const ASKING = 1500;

/** Links to other people's pages: asked for when someone wants to know, and what became of it. */
export function OutsideLinks({ site, revision }: { site: SiteView; revision: number }) {
  const key = keys.part(site.id, 'outside-links', revision);
  const params = { path: { siteId: site.id } };
  const links = useQuery({
    queryKey: key,
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/outside-links', { params })),
    refetchInterval: (query) => ((query.state.data?.left ?? 0) > 0 ? ASKING : false),
  });
  const check = useMutation({
    mutationFn: (anew: boolean) =>
      dataOf(
        api.POST('/api/sites/{siteId}/outside-links/checks', { params: { ...params, query: { anew } } }),
      ),
    onSuccess: (now) => {
      queries.setQueryData(key, now);
    },
  });
  const view = links.data;
  if (view === undefined || view.all === 0) return null;
  const unknown = view.all - view.known;
  const broken = view.links.filter((each) => each.broken).length;
  return (
    <details className="mt-3">
      <summary className="min-h-[25px] cursor-pointer">
        {counted(view.all, 'link')} to other sites
        {broken > 0 && `, ${String(broken)} broken`}
      </summary>
      <p className="text-soft">
        Asked for only when you want it: a few at once, where their robots files allow it. What came is kept
        for a week.
      </p>
      <May site={site} to="EDIT">
        <Button
          className="my-2"
          busy={check.isPending || view.left > 0}
          onClick={() => {
            check.mutate(unknown === 0);
          }}
        >
          {view.left > 0
            ? `Asking for ${counted(view.left, 'more', 'more')} …`
            : unknown > 0
              ? `Check ${counted(unknown, 'link')}`
              : 'Check all again'}
        </Button>
      </May>
      <Trouble error={links.error ?? check.error} />
      {unknown === 0 && view.links.length === 0 && <p>All of them are there.</p>}
      <ul>
        {view.links.map((each) => (
          <Row key={each.url} siteId={site.id} link={each} />
        ))}
      </ul>
    </details>
  );
}

function Row({ siteId, link }: { siteId: string; link: Schemas['OutsideLinkView'] }) {
  const file = `/sites/${siteId}/what?path=${encodeURIComponent(link.path)}&line=${String(link.line)}`;
  return (
    <li className="border-water border-b py-1.5">
      <p className="flex gap-2">
        {link.broken && <Diamond />}
        <a href={link.url} target="_blank" rel="noreferrer" className="mono [overflow-wrap:anywhere]">
          {link.url}
        </a>
      </p>
      <p>
        {link.words}
        {link.movedTo !== '' && <span className="mono [overflow-wrap:anywhere]"> {link.movedTo}</span>}
      </p>
      <p className="text-soft">
        On{' '}
        <Link to={file} className="mono [overflow-wrap:anywhere]">
          {link.path}
        </Link>
        {link.more > 0 && ` and in ${counted(link.more, 'other place')}`}
      </p>
    </li>
  );
}
