import { useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Check } from '../../common/ui/Check';
import { Choice } from '../../common/ui/Choice';
import { Trouble } from '../../common/ui/Trouble';
import type { SiteView } from '../../what/site/thisSite';
import { may, WhoMay } from '../../who/access/May';

type Rule = Schemas['ArrivalRuleView'];

const STOPPED_BY: [Rule['stoppedBy'], string][] = [
  ['BROKEN', 'new findings of what is broken'],
  ['ANY', 'any new finding'],
  ['NOTHING', 'nothing'],
];

/** Whether what programs send is published by itself, and what keeps it from that. */
export function ArrivalRule({ site }: { site: SiteView }) {
  const key = keys.part(site.id, 'arrivals');
  const path = { params: { path: { siteId: site.id } } };
  const rule = useQuery({
    queryKey: key,
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/arrivals', path)),
  });
  const save = useMutation({
    mutationFn: (body: Rule) => dataOf(api.PUT('/api/sites/{siteId}/arrivals', { ...path, body })),
    onSuccess: (now) => {
      queries.setQueryData(key, now);
    },
  });
  const now = save.isPending ? save.variables : rule.data;
  return (
    <section aria-labelledby="arrivals" className="mt-5">
      <h3 id="arrivals" className="mb-1">
        Publish by itself
      </h3>
      <WhoMay site={site} to="PUBLISH" what="change this" />
      <Trouble error={rule.error ?? save.error} />
      {now && (
        <fieldset disabled={!may(site, 'PUBLISH')} className="max-w-sm">
          <Check
            checked={now.publishes}
            onChange={(publishes) => {
              save.mutate({ ...now, publishes });
            }}
          >
            When something arrived, publish the whole draft
          </Check>
          {now.publishes && (
            <div className="mt-2">
              <Choice
                label="What keeps it from that"
                value={now.stoppedBy}
                options={STOPPED_BY}
                onChange={(stoppedBy) => {
                  save.mutate({ ...now, stoppedBy: stoppedBy as Rule['stoppedBy'] });
                }}
              />
              <p className="text-soft">
                What is not published stays in the draft, and those who publish the site are told why.
              </p>
            </div>
          )}
        </fieldset>
      )}
    </section>
  );
}
