import type { Schemas } from '../../common/api/client';

export type Host = Schemas['HostView'];
export type Protocol = Host['protocol'];

export const PROTOCOLS: Record<Protocol, string> = {
  SFTP: 'SFTP: files over SSH',
  FTPS: 'FTPS: FTP over TLS',
  FTP: 'FTP (not encrypted)',
  FOLDER: 'A folder on this server',
};

export const SHORT: Record<Protocol, string> = { SFTP: 'SFTP', FTPS: 'FTPS', FTP: 'FTP', FOLDER: 'folder' };

export const SIGN_IN: Record<Host['signIn'], string> = {
  PASSWORD: 'with a saved password, never shown again',
  KEY: 'with a saved private key, never shown again',
  NOTHING: 'whose password or key has to be given again',
};

/** How a host stands, in a few words. */
export function standing(host: Host): { words: string; amiss: boolean } {
  if (host.testing) return { words: 'being tested', amiss: false };
  if (host.testedAt === null) return { words: 'not tested yet', amiss: true };
  if (host.good) return { words: 'works', amiss: false };
  const failed = host.steps.find((s) => s.state === 'FAILS');
  return { words: failed ? failed.sentence : 'the test did not come to its end', amiss: true };
}
