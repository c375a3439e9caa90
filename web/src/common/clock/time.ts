import { TZDate, tz } from '@date-fns/tz';
import { format, parseISO } from 'date-fns';

/** The time zone that the browser goes by. */
export const browserZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone;

let zone = browserZone();

/** Lets all times be shown by the account's zone; by the browser's while none was chosen. */
export function goBy(chosen: string | null) {
  zone = chosen ?? browserZone();
}

/** The time zone in which times are shown and read. */
export const ownZone = () => zone;

/** What date-fns needs to count days by the zone: `startOfDay(time, inZone())`. */
export const inZone = () => ({ in: tz(zone) });

/** A time as it is shown, by the account's zone. */
export const shown = (at: Date | string | number, pattern: string) =>
  format(new TZDate(new Date(at).getTime(), zone), pattern);

/** A time as a field for date and time takes it. */
export const typedTime = (at: Date | string) => shown(at, "yyyy-MM-dd'T'HH:mm");

/** The instant that was typed into a field for date and time. */
export const instantTyped = (typed: string) => new Date(parseISO(typed, inZone()).getTime()).toISOString();

/** A day as sentences tell it, of one written as 2027-02-23. */
export const dayText = (day: string) => format(parseISO(day), 'd MMM yyyy');
