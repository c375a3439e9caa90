import type { Schemas } from '../api/client';

/** What happened, to stand between who and what. */
export const HAPPENED: Record<Schemas['Entry']['kind'], string> = {
  SITE_CREATED: 'made the site',
  SITE_CHANGED: 'changed the settings',
  DRAFT_CHANGED: 'draft:',
  VERSION_SAVED: 'saved',
  VERSION_CHANGED: 'described',
  ADDRESS_CLAIMED: 'claimed',
  ADDRESS_CHANGED: 'address:',
  ADDRESS_RELEASED: 'released',
  RIGHTS_CONFIRMED: 'confirmed that the content is theirs to publish',
  PUBLISHED: 'published',
  PUBLISH_FAILED: 'publish failed:',
  UNPUBLISHED: 'took the site down, from',
  PUT_LIVE: 'put live',
  RESTORED: 'restored into the draft:',
  DOMAIN_REGISTERED: 'registered',
  DOMAIN_BROUGHT: 'brought',
  DOMAIN_PROVEN: 'proved',
  DOMAIN_CHANGED: 'domain:',
  DOMAIN_RENEWED: 'renewed',
  DOMAIN_ENDS: 'domain:',
  DOMAIN_LOST: 'lost',
  DOMAIN_LET_GO: 'let go',
  ZONE_CHANGED: 'changed the zone',
  ADDRESS_DRIFTED: 'noticed:',
};
