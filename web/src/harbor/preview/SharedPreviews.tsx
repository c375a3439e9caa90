import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Button, LinkButton } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { CopyButton, Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';

const DAYS = [1, 7, 30, 90];

/** Shows the draft, or what is live, to whoever has a link, until an end. */
export function SharedPreviews({ site }: { site: SiteView }) {
  const [days, setDays] = useState(7);
  const key = keys.part(site.id, 'shared-previews');
  const at = { params: { path: { siteId: site.id } } };
  const shared = useQuery({
    queryKey: key,
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/shared-previews', at)),
    enabled: site.role !== 'REVIEWER',
  });
  const share = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/sites/{siteId}/shared-previews', { ...at, body: { version: null, days } })),
    onSuccess: (all) => queries.setQueryData(key, all),
  });
  const end = useMutation({
    mutationFn: (id: string) =>
      dataOf(
        api.DELETE('/api/sites/{siteId}/shared-previews/{id}', { params: { path: { siteId: site.id, id } } }),
      ),
    onSuccess: (all) => queries.setQueryData(key, all),
  });
  if (site.role === 'REVIEWER') return null;
  return (
    <details className="mt-4" open={(shared.data?.length ?? 0) > 0}>
      <summary className="min-h-[25px] cursor-pointer">Show the draft to someone …</summary>
      <p className="text-soft mb-2 max-w-prose">
        Whoever has the link sees the draft as it is at that time, without signing in. It is no link to
        publish: it ends.
      </p>
      <div className="flex flex-wrap items-baseline gap-2">
        <label className="flex items-baseline gap-2">
          The link ends after
          <select
            value={days}
            className="border-ink bg-paper border px-2 py-0.5"
            onChange={(e) => {
              setDays(Number(e.target.value));
            }}
          >
            {DAYS.map((each) => (
              <option key={each} value={each}>
                {each === 1 ? 'a day' : `${String(each)} days`}
              </option>
            ))}
          </select>
        </label>
        <Button
          busy={share.isPending}
          onClick={() => {
            share.mutate();
          }}
        >
          Create a link for reviewers
        </Button>
      </div>
      <Trouble error={shared.error ?? share.error ?? end.error} />
      <ul className="border-water mt-2 border-t">
        {shared.data?.map((each) => (
          <li key={each.id} className="border-water flex flex-wrap items-center gap-x-3 border-b py-1">
            <span className="mono max-w-full min-w-0 truncate" title={each.url}>
              {each.url}
            </span>
            <CopyButton text={each.url} what="the link for reviewers" />
            <span className="text-soft">
              {each.version === null ? 'the draft' : `version ${String(each.version)}`}, by {each.by}, ends{' '}
              <Time at={each.until} short />
            </span>
            <LinkButton
              onClick={() => {
                if (!end.isPending) end.mutate(each.id);
              }}
            >
              End
            </LinkButton>
          </li>
        ))}
      </ul>
    </details>
  );
}
