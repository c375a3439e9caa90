import { useMutation } from '@tanstack/react-query';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Check } from '../../common/ui/Check';
import { Trouble } from '../../common/ui/Trouble';
import type { SiteView } from '../../what/site/thisSite';
import { useReviews } from './reviews';

/** The rule that another person has to agree before anything goes out. */
export function ReviewRule({ site }: { site: SiteView }) {
  const reviews = useReviews(site.id);
  const set = useMutation({
    mutationFn: (needed: boolean) =>
      dataOf(
        api.PUT('/api/sites/{siteId}/review-rule', {
          params: { path: { siteId: site.id } },
          body: { needed },
        }),
      ),
    onSettled: () => refreshSite(site.id),
  });
  if (!reviews.data) return null;
  return (
    <section aria-labelledby="rule" className="mt-6">
      <h3 id="rule" className="mb-1 text-[1.05rem]">
        Before it goes out
      </h3>
      <Check
        checked={reviews.data.needed}
        disabled={set.isPending || site.role !== 'OWNER'}
        onChange={(needed) => {
          set.mutate(needed);
        }}
      >
        Another person has to agree to each new state
      </Check>
      <p className="text-soft">
        Taking down, putting back and earlier states that were live are always possible. Redirects are not
        covered.
      </p>
      <Trouble error={set.error} />
    </section>
  );
}
