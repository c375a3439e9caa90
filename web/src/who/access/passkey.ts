import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';

/** Whether this browser can make and use passkeys. */
export const passkeysHere = () =>
  typeof PublicKeyCredential !== 'undefined' &&
  'parseRequestOptionsFromJSON' in PublicKeyCredential &&
  'parseCreationOptionsFromJSON' in PublicKeyCredential;

/** What a browser says when its person leaves the question. */
const LEFT = 'NotAllowedError';

function refused(error: unknown): never {
  if (error instanceof DOMException && error.name === LEFT) {
    throw new Problem({
      detail: 'The browser was not allowed to, or the question was closed. Nothing was changed.',
    });
  }
  throw error;
}

/** Lets the browser make a passkey, and keeps it under a name. */
export async function makePasskey(label: string, password: string) {
  const { options } = await dataOf(api.POST('/api/passkeys/options', { body: { password } }));
  const made = await navigator.credentials
    .create({
      publicKey: PublicKeyCredential.parseCreationOptionsFromJSON(
        options as unknown as PublicKeyCredentialCreationOptionsJSON,
      ),
    })
    .catch(refused);
  const credential = (made as PublicKeyCredential).toJSON() as unknown as Record<string, never>;
  return dataOf(api.POST('/api/passkeys', { body: { label, credential } }));
}

/** Signs in by a passkey that the browser has. */
export async function signInByPasskey() {
  // A first question brings the token that changes need.
  await api.GET('/api/session');
  const { options } = await dataOf(api.POST('/api/session/passkey-options'));
  const proof = await navigator.credentials
    .get({
      publicKey: PublicKeyCredential.parseRequestOptionsFromJSON(
        options as unknown as PublicKeyCredentialRequestOptionsJSON,
      ),
    })
    .catch(refused);
  const credential = (proof as PublicKeyCredential).toJSON() as unknown as Record<string, never>;
  return dataOf(api.POST('/api/session/passkey', { body: { credential } }));
}
