/** How far the harbor's clock is ahead of this machine's; it can be moved in a practice harbor. */
let ahead = 0;

/** Takes the harbor's time from an answer. */
export function setHarborNow(iso: string) {
  ahead = new Date(iso).getTime() - Date.now();
}

/** The harbor's time now. */
export const harborNow = () => new Date(Date.now() + ahead);
