/** A file that can be read piece by piece: a Blob in the browser, a descriptor in Node. */
export interface Bytes {
  readonly size: number;
  /** What lies there; shorter only at the end of the file. */
  read(at: number, length: number): Promise<Uint8Array>;
}

export const bytesOf = (all: Uint8Array): Bytes => ({
  size: all.length,
  read: async (at, length) => all.subarray(at, at + length),
});

export const bytesOfBlob = (blob: Blob): Bytes => ({
  size: blob.size,
  read: async (at, length) => new Uint8Array(await blob.slice(at, at + length).arrayBuffer()),
});
