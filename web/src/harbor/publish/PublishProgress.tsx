import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { UNTOLD_MS } from '../../common/api/events';
import { keys } from '../../common/api/queries';
import { ProgressBar } from '../../common/ui/ProgressBar';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';

type Publication = Schemas['Progress'];

const STEPS: Record<string, string> = {
  CHECKING: 'Checking the files',
  BUILDING: 'Building the pages',
  SWITCHING: 'Switching visitors over',
  LIVE: 'Live',
};

/** A publish under way. It goes on when this page is closed. */
export function PublishProgress({
  publication,
  onEnd,
}: {
  publication: Publication;
  onEnd: (done: boolean) => void;
}) {
  const path = { id: publication.id };
  const progress = useQuery({
    queryKey: keys.publication(publication.id),
    queryFn: () => dataOf(api.GET('/api/publications/{id}', { params: { path } })),
    initialData: publication,
    staleTime: 0,
    refetchInterval: (query) => (query.state.data?.state === 'RUNNING' ? UNTOLD_MS : false),
  });
  const stop = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/publications/{id}', { params: { path } })),
    onSuccess: () => progress.refetch(),
  });
  const { state, step, done, total, problem } = progress.data;
  useEffect(() => {
    if (state !== 'RUNNING') onEnd(state === 'DONE');
    // The end is told once, not each time the page is drawn anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [state]);
  if (state === 'FAILED' || state === 'STOPPED') return <Notice kind="attention">{problem}</Notice>;
  if (state === 'DONE') return null;
  return (
    <>
      <ProgressBar
        progress={{ what: STEPS[step] ?? step, done, total }}
        onStop={() => {
          stop.mutate();
        }}
      />
      <Trouble error={stop.error} />
    </>
  );
}
