import type { Schemas } from '../../common/api/client';
import type { Host } from './words';

/** What an owner types of a host. Secrets are empty for what is saved. */
export interface HostFields extends Omit<Schemas['HostForm'], 'port' | 'secret' | 'passphrase'> {
  port: string;
  withKey: boolean;
  secret: string;
  passphrase: string;
}

export const EMPTY: HostFields = {
  name: '',
  protocol: 'SFTP',
  server: '',
  port: '',
  user: '',
  withKey: false,
  secret: '',
  passphrase: '',
  folder: '',
  url: '',
  connections: 4,
};

export const fieldsOf = (host: Host): HostFields => ({
  name: host.name,
  protocol: host.protocol,
  server: host.server,
  port: host.port === 0 ? '' : String(host.port),
  user: host.user,
  withKey: host.signIn === 'KEY',
  secret: '',
  passphrase: '',
  folder: host.folder,
  url: host.url,
  connections: host.connections,
});

export const formOf = ({ withKey, ...f }: HostFields): Schemas['HostForm'] => ({
  ...f,
  port: f.port.trim() === '' ? null : Number(f.port),
  secret: f.secret === '' ? null : f.secret,
  passphrase: withKey && f.passphrase !== '' ? f.passphrase : null,
});
