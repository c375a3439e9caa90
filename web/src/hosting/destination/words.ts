import type { Schemas } from '../../common/api/client';
import { counted } from '../../common/ui/Words';

export type Destination = Schemas['DestinationView'];
export type Job = NonNullable<Destination['job']>;
export type Plan = Schemas['PlanView'];
export type Decision = NonNullable<Schemas['NewHostJob']['decisions']>[string];

/** What is at a destination, in a few words. */
export function holds(d: Destination): string {
  switch (d.state) {
    case 'EMPTY':
      return 'nothing sent yet';
    case 'HOLDS':
      return `holds version ${String(d.currentVersion)}${d.differingPaths === 0 ? '' : `, but for ${counted(d.differingPaths, 'file')}`}`;
    case 'PARTLY':
      return d.currentVersion === null
        ? 'holds a part of a version'
        : `between version ${String(d.currentVersion)} and the next`;
    case 'TAKEN_DOWN':
      return 'taken down';
  }
}

/** How far behind the draft it is, in a few words. */
export function behind(d: Destination): string {
  if (d.behind === null || d.state !== 'HOLDS') return '';
  if (d.behind === 0) return d.differingPaths === 0 ? 'up to date' : '';
  return d.behind === 1 ? 'behind by 1 change' : `behind by ${String(d.behind)} changes`;
}

export const place = (d: Destination) => d.url || d.folder || d.hostName;

export const STEPS: Record<Job['step'], string> = {
  BUILDING: 'Building the pages',
  CONNECTING: 'Connecting',
  LOOKING: 'Checking what is there',
  SENDING: 'Sending',
  READING: 'Reading back',
  DONE: 'Done',
};

export const WHY: Record<Plan['disputed'][number]['why'], string> = {
  CHANGED: 'someone else changed it there',
  CHANGED_AND_GOING: 'someone else changed it there, and your site no longer has it',
  TAKEN: 'someone else put it there',
};

/** Seconds as people say them. */
export function duration(seconds: number): string {
  if (seconds < 90) return `${String(Math.max(1, Math.round(seconds)))} s`;
  return `${String(Math.round(seconds / 60))} min`;
}
