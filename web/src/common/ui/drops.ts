/** Files dropped anywhere on the window, and the place of the page that takes them. */
type Taker = (event: Event) => void;

const takers: Taker[] = [];

/** Takes what is dropped anywhere on the window from now on. @returns how to stop */
export function takeDrops(taker: Taker) {
  takers.push(taker);
  return () => {
    takers.splice(takers.indexOf(taker), 1);
  };
}

/** Hands a drop to the page's place for files. @returns whether it has one */
export function dropped(event: Event): boolean {
  const taker = takers.at(-1);
  taker?.(event);
  return taker !== undefined;
}
