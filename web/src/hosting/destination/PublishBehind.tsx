import { useMutation } from '@tanstack/react-query';
import { refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { askAt } from './ask';
import type { Destination } from './words';

/** Publishes the draft to all destinations that are behind it, each at its own pace. */
export function PublishBehind({ site, destinations }: { site: SiteView; destinations: Destination[] }) {
  const late = destinations.filter(
    (d) =>
      d.state === 'HOLDS' && (d.behind ?? 0) > 0 && d.job?.state !== 'RUNNING' && d.job?.state !== 'PAUSED',
  );
  const publish = useMutation({
    // One after the other: the first saves the draft as a version, and the others are sent the same.
    mutationFn: async () => {
      for (const d of late) await askAt(site, d.id, { kind: 'PUBLISH' });
    },
    onSettled: () => refreshSite(site.id),
  });
  return (
    <>
      {late.length > 1 && (
        <p className="mt-3">
          <Button
            busy={publish.isPending}
            title="What others changed there is left alone, as when you publish to each by itself"
            onClick={() => {
              publish.mutate();
            }}
          >
            Publish to the {late.length} that are behind
          </Button>
        </p>
      )}
      <Trouble error={publish.error} />
    </>
  );
}
