import { useMutation } from '@tanstack/react-query';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Told } from '../../common/ui/ProgressBar';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { sizeText, Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { RateLine } from './RateLine';
import { duration, STEPS, type Job } from './words';
import { may } from '../../who/access/May';

/** Work at a destination: how far it is, and pausing, stopping, going on. It goes on when the page is closed. */
export function JobProgress({ site, job }: { site: SiteView; job: Job }) {
  const path = { params: { path: { id: job.id } } };
  const refresh = () => refreshSite(site.id);
  const pause = useMutation({
    mutationFn: () => dataOf(api.POST('/api/host-jobs/{id}/pause', path)),
    onSuccess: refresh,
  });
  const resume = useMutation({
    mutationFn: () => dataOf(api.POST('/api/host-jobs/{id}/resume', path)),
    onSuccess: refresh,
  });
  const stop = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/host-jobs/{id}', path)),
    onSuccess: refresh,
  });
  const trouble = <Trouble error={pause.error ?? resume.error ?? stop.error} />;
  const goOn = may(site, 'PUBLISH') && (
    <Button
      kind="primary"
      busy={resume.isPending}
      onClick={() => {
        resume.mutate();
      }}
    >
      Go on
    </Button>
  );
  const end = may(site, 'PUBLISH') && (
    <Button
      kind="quiet"
      busy={stop.isPending}
      onClick={() => {
        stop.mutate();
      }}
    >
      Stop
    </Button>
  );
  switch (job.state) {
    case 'DONE':
      return job.kind === 'LOOK' ? null : (
        <Notice kind="good">
          {job.result} {job.finishedAt !== null && <Time at={job.finishedAt} />}
        </Notice>
      );
    case 'FAILED':
      return (
        <Notice kind="attention">
          <p>{job.problem}</p>
          <p>{job.result}</p>
          {job.mend !== '' && <p className="font-medium">{job.mend}</p>}
          <p className="mt-1">{goOn}</p>
          {trouble}
        </Notice>
      );
    case 'STOPPED':
      return (
        <Notice>
          <p className="mb-1">
            Stopped after {job.filesDone} of {job.filesTotal} files. What arrived is kept; visitors see whole
            pages.
          </p>
          {goOn}
          {trouble}
        </Notice>
      );
    case 'PAUSED':
      return (
        <Notice>
          <p className="mb-1">
            Paused at {job.filesDone} of {job.filesTotal} files.
          </p>
          <span className="flex gap-2">
            {goOn}
            {end}
          </span>
          {trouble}
        </Notice>
      );
    case 'RUNNING':
      return (
        <section aria-label="Under way" className="border-water bg-paper my-3 border p-3">
          <Told what={doing(job)} share={job.filesTotal === 0 ? null : far(job)} />
          <p className="font-medium">
            {doing(job)}
            {job.filesTotal > 0 && ` · ${String(job.filesDone)} of ${String(job.filesTotal)} files`}
          </p>
          <progress
            aria-label="How far it is"
            className="accent-ink my-1.5 h-3 w-full"
            max={1}
            value={job.filesTotal === 0 ? undefined : far(job)}
          />
          <p className="text-soft min-h-[25px] text-[0.93rem]">
            {job.againAt === null ? <Rate job={job} /> : job.problem}
          </p>
          {job.bytesTotal > 0 && <RateLine siteId={site.id} job={job} />}
          <p className="mono text-soft min-h-[25px] truncate text-[0.86rem]">{job.path}</p>
          <span className="mt-1 flex gap-2">
            <Button
              busy={pause.isPending}
              onClick={() => {
                pause.mutate();
              }}
            >
              Pause
            </Button>
            {end}
          </span>
          {trouble}
        </section>
      );
  }
}

const doing = (job: Job) => (job.againAt === null ? STEPS[job.step] : 'Waiting to try again');

/** Of bytes where there are any, else of files. */
const far = (job: Job) =>
  job.bytesTotal > 0 ? job.bytesDone / job.bytesTotal : job.filesDone / Math.max(1, job.filesTotal);

function Rate({ job }: { job: Job }) {
  if (job.bytesTotal === 0 || job.bytesPerSecond < 1) return null;
  const left = (job.bytesTotal - job.bytesDone) / job.bytesPerSecond;
  return (
    <>
      {sizeText(job.bytesDone)} of {sizeText(job.bytesTotal)}, {sizeText(job.bytesPerSecond)} a second, about{' '}
      {duration(left)} left
    </>
  );
}
