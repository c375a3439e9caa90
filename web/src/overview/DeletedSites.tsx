import { useMutation, useQuery } from '@tanstack/react-query';
import { toast } from '../common/ui/toast';
import { api, dataOf } from '../common/api/client';
import { keys, queries } from '../common/api/queries';
import { Button } from '../common/ui/Button';
import { Trouble } from '../common/ui/Trouble';
import { Time } from '../common/ui/Words';

/** Sites that were deleted and can still be brought back whole. */
export function DeletedSites() {
  const deleted = useQuery({
    queryKey: keys.deletedSites,
    queryFn: () => dataOf(api.GET('/api/deleted-sites')),
  });
  const back = useMutation({
    mutationFn: (siteId: string) =>
      dataOf(api.POST('/api/deleted-sites/{siteId}/restoration', { params: { path: { siteId } } })),
    onSuccess: async (_, siteId) => {
      const title = deleted.data?.find((s) => s.id === siteId)?.title ?? 'The site';
      await queries.invalidateQueries();
      toast(`${title} is back, as it was`);
    },
  });
  if (!deleted.data || deleted.data.length === 0) return <Trouble error={deleted.error} />;
  return (
    <section aria-labelledby="deleted" className="mt-8">
      <h2 id="deleted" className="mb-1 text-lg">
        Deleted sites
      </h2>
      <Trouble error={back.error} />
      <ul className="border-water border-t">
        {deleted.data.map((site) => (
          <li
            key={site.id}
            className="border-water flex flex-wrap items-center justify-between gap-x-6 gap-y-1 border-b py-2"
          >
            <span className="min-w-0">
              <strong className="font-medium">{site.title}</strong>{' '}
              <span className="text-soft">
                gone for good <Time at={site.goneAt} />
                {site.addresses.length > 0 && `; holds ${site.addresses.join(', ')}`}
              </span>
            </span>
            <Button
              busy={back.isPending}
              onClick={() => {
                back.mutate(site.id);
              }}
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
