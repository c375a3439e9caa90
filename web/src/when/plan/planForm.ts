import { dataOf, api } from '../../common/api/client';
import type { Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { ownZone } from '../../common/clock/time';
import { useQuery } from '@tanstack/react-query';

export type PlanForm = Schemas['PlanForm'];
export type PlanView = Schemas['PlannedChange'];
export type PlansView = Schemas['PlansView'];
export type Kind = PlanForm['kind'];
export type Closing = NonNullable<Schemas['ClosingForm']>;

/** What can be planned, in the order in which people look for it. */
export const KINDS: [kind: Kind, words: string][] = [
  ['PUBLISH_DRAFT', 'Publish the draft, as it then is'],
  ['GO_LIVE', 'Restore a version'],
  ['CLOSE', 'Close for now, with a notice'],
  ['REOPEN', 'Reopen'],
  ['TAKE_DOWN', 'Unpublish'],
  ['PUT_LIVE', 'Put live again'],
  ['APPLY_REDIRECTS', 'Apply the redirects, as they then are'],
  ['SWITCH_MAIN', 'Make another address the main one'],
  ['SEND_TO', 'Publish to a host'],
];

/** Whether it can be for a while, and then go back to what was before. */
export const mayEnd = (kind: Kind) => kind !== 'SEND_TO' && kind !== 'REOPEN';

export const NOTICE: Closing = {
  paths: [],
  kind: 'WORDS',
  title: 'Closed for now',
  text: '',
  target: '',
};

/** A plan that nothing has been said of yet but its time. */
export function newPlan(kind: Kind, starts: string): PlanForm {
  return {
    kind,
    version: null,
    redirects: true,
    everywhere: false,
    closing: kind === 'CLOSE' ? NOTICE : null,
    addressId: null,
    destinationId: null,
    starts,
    ends: null,
    zone: ownZone(),
    second: false,
    repeat: null,
  };
}

/** What is planned for a site, what it comes to, and what is wrong with it. */
export const usePlans = (siteId: string) =>
  useQuery({
    queryKey: keys.part(siteId, 'plans'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/plans', { params: { path: { siteId } } })),
  });

/** How a site stands, as visitors meet it. */
export function standingWords(standing: PlansView['now']): string {
  if (standing.closed !== '') return 'visitors find it closed';
  if (standing.draft) return 'visitors get the draft as it then is';
  return standing.version === null
    ? 'visitors get nothing here'
    : `visitors get version ${String(standing.version)}`;
}

/** A plan that is being made or changed. */
export interface Editing {
  plan?: PlanView;
  initial: PlanForm;
}
