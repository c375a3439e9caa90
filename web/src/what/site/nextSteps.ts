import type { Schemas } from '../../common/api/client';
import { counted } from '../../common/ui/Words';

type SiteView = Schemas['SiteView'];

export interface Step {
  words: string;
  to: string;
  /** Whether the person should see to it, rather than may. */
  attention: boolean;
}

/** What there is to do about a site: what needs attention, then the next step, then what may be of use. */
export function stepsOf(site: SiteView): Step[] {
  const at = (place: string) => `/sites/${site.id}/${place}`;
  const steps: Step[] = [];
  if (site.stale) {
    steps.push({ words: 'Visitors may get an older state', to: at('where'), attention: true });
  }
  if (site.files === 0) steps.push({ words: 'Add files', to: at('what'), attention: false });
  const begins = site.liveVersion === null && site.addresses.length === 0 && site.files > 0;
  if (begins && publishes(site)) {
    steps.push({ words: sendingOut(site, counted(site.files, 'file')), to: at('start'), attention: false });
  } else if (site.addresses.length === 0) {
    steps.push({
      words: site.live ? 'Live, but without an address' : 'Choose an address',
      to: at('where'),
      attention: site.live,
    });
  }
  if (site.review) steps.push(...reviewStep(site, site.review, at));
  if (site.files > 0 && site.addresses.length > 0 && site.liveVersion === null) {
    steps.push({
      words: sendingOut(site, counted(site.files, 'file')),
      to: at('what/review'),
      attention: false,
    });
  }
  if (site.liveVersion !== null && site.changes > 0) {
    steps.push({
      words: sendingOut(site, counted(site.changes, 'change')),
      to: at('what/review'),
      attention: false,
    });
  }
  for (const trouble of site.troubles) {
    steps.push({
      words: trouble.state === 'WAITING' ? `${trouble.shown}: everyone sees it soon` : `Fix ${trouble.shown}`,
      to: at(`where/${trouble.addressId}`),
      attention: trouble.state === 'FAILED',
    });
  }
  for (const broken of site.brokenDestinations) {
    steps.push({
      words: `Go on with ${broken.place.replace(/^https?:\/\//, '')}`,
      to: at(`where/hosts/${broken.id}`),
      attention: true,
    });
  }
  if (site.plansInTrouble > 0) {
    steps.push({ words: `Fix ${counted(site.plansInTrouble, 'plan')}`, to: at('when'), attention: true });
  }
  for (const late of site.lateDestinations) {
    steps.push({
      words: `Publish ${counted(late.behind, 'change')} to ${late.host}`,
      to: at(`where/hosts/${late.id}`),
      attention: false,
    });
  }
  if (site.missedVisits > 0) {
    steps.push({
      words: `${counted(site.missedVisits, 'visit')} hit a missing page`,
      to: at('where/missed'),
      attention: false,
    });
  }
  return steps.sort((a, b) => Number(b.attention) - Number(a.attention));
}

const publishes = (site: SiteView) => site.role === 'OWNER' || site.role === 'PUBLISHER';

/** Who may not publish asks for a review; who only looks sees what differs. */
function sendingOut(site: SiteView, what: string) {
  if (publishes(site)) return `Publish ${what}`;
  return site.role === 'EDITOR' ? `Ask for a review of ${what}` : `See ${what}`;
}

function reviewStep(
  site: SiteView,
  review: NonNullable<SiteView['review']>,
  at: (place: string) => string,
): Step[] {
  const to = at(`what/reviews/${review.id}`);
  if (review.state === 'AGREED') {
    const version = `version ${String(review.version)}`;
    return [
      { words: publishes(site) ? `Publish ${version} (agreed)` : `Agreed: ${version}`, to, attention: false },
    ];
  }
  if (review.mine) return [{ words: 'Waiting for your review', to, attention: false }];
  return [{ words: `Review ${review.askedBy}’s changes`, to, attention: publishes(site) }];
}
