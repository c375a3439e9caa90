import { useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Proportion } from '../../common/ui/Proportion';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';

type Use = Schemas['QuotaUse'];

const NOUNS: Record<Use['kind'], [one: string, many: string]> = {
  SITES: ['site', 'sites'],
  NAMES: ['name', 'names'],
  SENDS_PER_DAY: ['publish to hosts in a day', 'publishes to hosts in a day'],
};

/** How much of what the account may have is used; nothing where its operator set no limit. */
export function Allowance() {
  const quotas = useQuery({ queryKey: ['quotas'], queryFn: () => dataOf(api.GET('/api/account/quotas')) });
  if (quotas.data?.length === 0 || quotas.isPending) {
    return null;
  }
  return (
    <section aria-labelledby="allowance">
      <h2 id="allowance" className="mb-2 text-lg">
        Limits of this account
      </h2>
      <Trouble error={quotas.error} />
      <ul>
        {quotas.data?.map((use) => (
          <li key={use.kind} className="mb-3">
            <p className="mb-1">
              {use.used.toLocaleString('en')} of {counted(use.limit, ...NOUNS[use.kind])}
              {use.used >= use.limit && '. Whoever runs this harbor can allow more.'}
            </p>
            <Proportion
              whole={Math.max(use.limit, use.used)}
              parts={[
                { words: `${String(use.used)} used`, size: use.used, look: 'bg-water' },
                {
                  words: `${String(Math.max(0, use.limit - use.used))} left`,
                  size: Math.max(0, use.limit - use.used),
                  look: 'bg-paper',
                },
              ]}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
