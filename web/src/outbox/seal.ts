/**
 * What a device keeps is sealed with a key of its colleague, which the server gives at each sign-in and the device throws away
 * when the sign-in ends: from then on what is left there (records that wait to be sent) can be read by nobody, until the same
 * colleague signs in again. AES-256-GCM with a random nonce of 96 bits (NIST SP 800-38D), by the browser's own Web Crypto;
 * the key cannot be taken out of it again. Pages that come without TLS have no Web Crypto: there things are kept as they are.
 */

/** A colleague's key on this device. */
export interface DeviceKey {
  /** Tells keys apart, and says nothing about them. */
  readonly id: string;
  readonly by: string;
  readonly key: CryptoKey;
  /** When the sign-in ends, and the key with it. */
  readonly until: string;
}
export interface Sealed {
  /** Which key opens it. */
  readonly key: string;
  readonly nonce: Uint8Array<ArrayBuffer>;
  readonly data: ArrayBuffer;
}

export const canSeal = (): boolean => (globalThis.crypto as Crypto | undefined)?.subtle !== undefined;

/** @param secret 32 bytes, base64url, as the server gives them */
export async function deviceKey(secret: string, by: string, until: string): Promise<DeviceKey> {
  const bytes = Uint8Array.from(atob(secret.replaceAll('-', '+').replaceAll('_', '/')), (c) => c.charCodeAt(0));
  const mark = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes)).subarray(0, 8);
  return {
    id: [...mark].map((b) => b.toString(16).padStart(2, '0')).join(''),
    by,
    key: await crypto.subtle.importKey('raw', bytes, 'AES-GCM', false, ['encrypt', 'decrypt']),
    until,
  };
}

export async function sealBytes(key: DeviceKey, bytes: BufferSource): Promise<Sealed> {
  const nonce = crypto.getRandomValues(new Uint8Array(12));
  return { key: key.id, nonce, data: await crypto.subtle.encrypt({ name: 'AES-GCM', iv: nonce }, key.key, bytes) };
}
/** @throws DOMException where it was sealed with another key, or was changed since */
export const openBytes = (key: DeviceKey, { nonce, data }: Sealed): Promise<ArrayBuffer> =>
  crypto.subtle.decrypt({ name: 'AES-GCM', iv: nonce }, key.key, data);

/** @param value what JSON can hold */
export const seal = (key: DeviceKey, value: unknown): Promise<Sealed> => sealBytes(key, new TextEncoder().encode(JSON.stringify(value)));
/** @throws as `openBytes` */
export const open = async (key: DeviceKey, sealed: Sealed): Promise<unknown> =>
  JSON.parse(new TextDecoder().decode(await openBytes(key, sealed))) as unknown;
