import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, dataOf } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import type { Rule } from './words';

/** What would come of a rule as it is typed: cleaned, judged against the set and the pages. */
export const useRuleSense = (siteId: string, rule: Rule) =>
  useQuery({
    queryKey: keys.part(siteId, 'rule-sense', rule),
    queryFn: ({ signal }) =>
      dataOf(
        api.POST('/api/sites/{siteId}/redirects/assessment', {
          params: { path: { siteId } },
          body: { rule },
          signal,
        }),
      ),
    enabled: rule.source.trim() !== '' && (rule.target.trim() !== '' || rule.status === 410),
    placeholderData: keepPreviousData,
  });
