import { describe, expect, test } from 'vitest';
import { opened, sealed } from './sealed';

describe('a parcel for the server to keep', () => {
  const text = '{"format":"symplex.setup","name":"Kiln opening"}'.repeat(40);

  test('holds nothing that can be read without the key, and opens with it', async () => {
    const { parcel, key } = await sealed(new Blob([text]));
    const bytes = await parcel.arrayBuffer();
    const shown = new TextDecoder('latin1').decode(bytes);
    for (const word of ['format', 'symplex', 'Kiln', key]) expect(shown).not.toContain(word);
    expect(await (await opened(bytes, key))?.text()).toBe(text);
    // The same once more gives another parcel: nobody can tell that it is the same.
    expect((await sealed(new Blob([text]))).key).not.toBe(key);
  });

  test('stays shut to another key, and when a single bit was changed', async () => {
    const { parcel, key } = await sealed(new Blob([text]));
    const bytes = await parcel.arrayBuffer();
    expect(await opened(bytes, (await sealed(new Blob(['x']))).key)).toBeNull();
    expect(await opened(bytes, 'no key')).toBeNull();
    // In what makes the cipher start, in the cipher, in its seal.
    for (const at of [17, 30, bytes.byteLength - 1]) {
      const changed = bytes.slice(0);
      const view = new Uint8Array(changed);
      view[at] = (view[at] ?? 0) ^ 1;
      expect([at, await opened(changed, key)]).toEqual([at, null]);
    }
  });
});
