/** What stands before the number of a destination, where a side is what a host holds. */
export const HOST = 'host-';

export const isHost = (side: string) => side.startsWith(HOST);

/** What a side is called within a sentence. */
export const named = (side: string) =>
  side === 'draft' ? 'the draft' : isHost(side) ? 'what the host holds' : `version ${side}`;

/** The number of the version that a side is; nothing for the draft. */
export const asVersion = (side: string) => (side === 'draft' ? null : Number(side));

export const isVersion = (side: string) => side !== 'draft' && !isHost(side);
