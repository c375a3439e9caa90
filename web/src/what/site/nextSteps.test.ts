import { describe, expect, it } from 'vitest';
import { stepsOf } from './nextSteps';

type Site = Parameters<typeof stepsOf>[0];

/** A site that is live as it should be. */
const WELL = {
  id: 's1',
  role: 'OWNER',
  live: true,
  liveVersion: 3,
  files: 8,
  changes: 0,
  stale: false,
  review: null,
  addresses: [{ id: 'a1' }],
  troubles: [],
  brokenDestinations: [],
  lateDestinations: [],
  plansInTrouble: 0,
  missedVisits: 0,
} as unknown as Site;

const site = (changes: object) => ({ ...WELL, ...changes }) as Site;
const failed = { addressId: 'a2', shown: 'www.foxglove.club', state: 'FAILED' };

describe('the next step', () => {
  it.each([
    [{}, undefined],
    [{ changes: 1 }, 'Publish 1 change'],
    [{ changes: 4 }, 'Publish 4 changes'],
    [{ files: 0, liveVersion: null, live: false }, 'Add files'],
    [{ addresses: [], liveVersion: null, live: false }, 'Publish 8 files'],
    [{ addresses: [] }, 'Live, but without an address'],
    [{ liveVersion: null, live: false }, 'Publish 8 files'],
    [{ changes: 2, role: 'EDITOR' }, 'Ask for a review of 2 changes'],
    [{ changes: 2, role: 'REVIEWER' }, 'See 2 changes'],
    [{ changes: 2, troubles: [failed] }, 'Fix www.foxglove.club'],
    [{ changes: 2, plansInTrouble: 1 }, 'Fix 1 plan'],
    [{ changes: 2, stale: true }, 'Visitors may get an older state'],
    [{ lateDestinations: [{ id: 'd2', host: 'Quayside', behind: 2 }] }, 'Publish 2 changes to Quayside'],
    [{ missedVisits: 1 }, '1 visit hit a missing page'],
    [{ changes: 1, missedVisits: 9 }, 'Publish 1 change'],
  ])('of %o is %s', (changes, words) => {
    expect(stepsOf(site(changes))[0]?.words).toBe(words);
  });

  it('stands after all that needs attention', () => {
    const busy = site({
      changes: 2,
      troubles: [failed],
      missedVisits: 3,
      brokenDestinations: [{ id: 'd1', place: 'https://quayside.example/' }],
      lateDestinations: [{ id: 'd2', host: 'Quayside', behind: 2 }],
    });
    const attention = stepsOf(busy).map((step) => step.attention);
    expect(attention).toEqual([...attention].sort((a, b) => Number(b) - Number(a)));
  });
});
