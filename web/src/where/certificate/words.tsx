import { shown } from '../../common/clock/time';
import type { Schemas } from '../../common/api/client';
import { harborNow } from '../../common/clock/harborClock';

export type Certificate = Schemas['CertificateView'];
export type AddressHttps = Schemas['AddressHttps'];

/** A day as people write it; the year only where it is not this one. */
export function day(at: string) {
  const time = new Date(at);
  return shown(time, shown(time, 'yyyy') === shown(harborNow(), 'yyyy') ? 'd MMM' : 'd MMM yyyy');
}

/** How a certificate stands, in a line. */
export function inALine(https: Certificate): string {
  const until = https.until === null ? '' : day(https.until);
  switch (https.state) {
    case 'OFF':
      return 'HTTPS is off';
    case 'WANTED':
    case 'ORDERING':
      return 'Getting a certificate';
    case 'BLOCKED':
      return 'No certificate yet';
    case 'SECURE':
    case 'RENEWING':
      return `Secure until ${until}${https.renewsBy === null ? '' : `, renews itself by ${day(https.renewsBy)}`}`;
    case 'LATE':
      return `Secure until ${until}, not renewed yet`;
    case 'ENDING':
      return `Secure until ${until}, does not renew itself`;
    case 'EXPIRED':
      return `No longer secure: the certificate ended on ${until}`;
  }
}

/** How a certificate stands, as briefly as a list has room for. */
export function inAWord(https: Certificate): string {
  if (https.until === null) return https.state === 'BLOCKED' ? 'no HTTPS yet' : 'HTTPS is on its way';
  return https.state === 'EXPIRED' ? 'HTTPS ended' : `HTTPS until ${day(https.until)}`;
}

/** The HTTPS of an address, as briefly. */
export function ofAddress({ https, coming }: AddressHttps): string {
  if (https !== null) return inAWord(https);
  return coming ? 'HTTPS comes by itself' : 'HTTPS is off';
}

/** Whether a person should know of it without asking: what nobody asked for may take its time. */
export const needsAttention = (https: Certificate) =>
  https.endsSoon ||
  https.state === 'EXPIRED' ||
  https.state === 'LATE' ||
  (https.state === 'BLOCKED' && https.chosen);
