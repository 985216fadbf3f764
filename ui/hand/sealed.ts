/** The first bytes of a parcel, by which the server tells it from anything else. */
const SEALED = new TextEncoder().encode('SYMPLEX-SEALED-1');
const IV_BYTES = 12;

export interface Sealed {
  readonly parcel: Blob;
  /** What opens it: it goes in the fragment of the address, which no browser sends to a server. */
  readonly key: string;
}

/** Whether this page may seal: browsers let only pages do so that came over TLS or from this machine. */
export const canSeal = (): boolean => globalThis.crypto?.subtle !== undefined;

/** Seal with a key made for it alone (AES-GCM, 256 bits; NIST SP 800-38D). */
export async function sealed(content: Blob): Promise<Sealed> {
  const key = await crypto.subtle.generateKey({ name: 'AES-GCM', length: 256 }, true, ['encrypt']);
  const iv = crypto.getRandomValues(new Uint8Array(IV_BYTES));
  const cipher = await crypto.subtle.encrypt(
    { name: 'AES-GCM', iv, additionalData: SEALED },
    key,
    await content.arrayBuffer(),
  );
  const raw = new Uint8Array(await crypto.subtle.exportKey('raw', key));
  return { parcel: new Blob([SEALED, iv, cipher]), key: lettersOf(raw) };
}

/** What a parcel holds; null where the key does not open it, or it was changed on its way. */
export async function opened(parcel: ArrayBuffer, key: string): Promise<Blob | null> {
  try {
    const imported = await crypto.subtle.importKey('raw', bytesOf(key), 'AES-GCM', false, ['decrypt']);
    const iv = parcel.slice(SEALED.length, SEALED.length + IV_BYTES);
    const cipher = parcel.slice(SEALED.length + IV_BYTES);
    return new Blob([await crypto.subtle.decrypt({ name: 'AES-GCM', iv, additionalData: SEALED }, imported, cipher)]);
  } catch {
    return null;
  }
}

const lettersOf = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '');
const bytesOf = (letters: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(letters.replaceAll('-', '+').replaceAll('_', '/')), (c) => c.charCodeAt(0));
