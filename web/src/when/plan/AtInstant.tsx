import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Notice';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { standingWords } from './planForm';

/** How the site stood at a time, or will stand if nothing else is decided. */
export function AtInstant({ site }: { site: SiteView }) {
  const [typed, setTyped] = useState('');
  const at = typed === '' ? null : new Date(typed).toISOString();
  const standing = useQuery({
    queryKey: keys.part(site.id, 'standing', at),
    enabled: at !== null,
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/standing', {
          params: { path: { siteId: site.id }, query: { at: at ?? '' } },
        }),
      ),
  });
  return (
    <div className="mt-4 flex flex-wrap items-end gap-x-4">
      <div className="w-64">
        <Field
          label="See any day, past or to come"
          type="datetime-local"
          value={typed}
          onChange={(e) => {
            setTyped(e.target.value);
          }}
        />
      </div>
      <p role="status" className="mb-4 min-w-0 flex-1">
        {standing.data && (
          <>
            <Time at={standing.data.at} />:{' '}
            <strong className="font-medium">
              {standing.data.standing
                ? standingWords(standing.data.standing)
                : 'nothing is recorded of that time'}
            </strong>
            {!standing.data.past && ', if nothing else is decided'}
          </>
        )}
      </p>
      <Trouble error={standing.error} />
    </div>
  );
}
