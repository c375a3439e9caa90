import { useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Trouble } from '../../common/ui/Trouble';
import { useThisSite } from '../../what/site/thisSite';

/** The words of a page or text that are not the same in both. */
export function WordsThatDiffer({
  from,
  to,
  file,
}: {
  from: string;
  to: string;
  file: Schemas['ChangeView'];
}) {
  const site = useThisSite();
  const words = useQuery({
    queryKey: keys.part(site.id, 'comparison', from, to, file.path),
    queryFn: () =>
      dataOf(
        api.GET('/api/sites/{siteId}/comparison/words', {
          params: {
            path: { siteId: site.id },
            query: { from, to, path: file.path, ...(file.from === null ? {} : { before: file.from }) },
          },
        }),
      ),
  });
  if (!words.data) return <Trouble error={words.error} />;
  if (words.data.every((run) => run.kind === 'SAME' || run.kind === 'GAP')) {
    return <p>No words differ: what differs is in the markup.</p>;
  }
  return (
    <section>
      <h3 className="text-[1.05rem]">Words</h3>
      {/* It scrolls: so the keys must reach it. */}
      <p
        // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
        tabIndex={0}
        className="border-water bg-paper max-h-72 overflow-auto border p-3 [overflow-wrap:anywhere] whitespace-pre-wrap"
      >
        {words.data.map((run, i) => {
          // Runs have no name of their own, and never change places.
          const key = `${String(i)} ${run.kind}`;
          if (run.kind === 'REMOVED') {
            return (
              <del key={key} className="bg-land">
                {run.text}
              </del>
            );
          }
          if (run.kind === 'ADDED') {
            return (
              <ins key={key} className="bg-shoal font-medium">
                {run.text}
              </ins>
            );
          }
          return <span key={key}>{run.kind === 'GAP' ? '… ' : run.text}</span>;
        })}
      </p>
    </section>
  );
}
