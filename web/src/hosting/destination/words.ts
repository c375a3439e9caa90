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
      return `holds version ${String(d.holds)}${d.apart === 0 ? '' : `, but for ${counted(d.apart, 'file')}`}`;
    case 'PARTLY':
      return d.holds === null
        ? 'holds a part of a version'
        : `between version ${String(d.holds)} and the next`;
    case 'TAKEN_DOWN':
      return 'taken down';
  }
}

/** How far behind the draft it is, in a few words. */
export function behind(d: Destination): string {
  if (d.behind === null || d.state !== 'HOLDS') return '';
  if (d.behind === 0) return d.apart === 0 ? 'as the draft is' : '';
  return d.behind === 1 ? '1 change behind the draft' : `${String(d.behind)} changes behind the draft`;
}

export const place = (d: Destination) => d.url || d.folder || d.hostName;

export const STEPS: Record<Job['step'], string> = {
  BUILDING: 'Building the pages',
  CONNECTING: 'Connecting',
  LOOKING: 'Looking at what is there',
  SENDING: 'Sending',
  READING: 'Reading back',
  DONE: 'Done',
};

export const WHY: Record<Plan['disputed'][number]['why'], string> = {
  CHANGED: 'someone else changed it there',
  CHANGED_AND_GOING: 'someone else changed it there, and your site has it no more',
  TAKEN: 'someone else put it there',
};

/** Seconds as people say them. */
export function duration(seconds: number): string {
  if (seconds < 90) return `${String(Math.max(1, Math.round(seconds)))} s`;
  return `${String(Math.round(seconds / 60))} min`;
}
