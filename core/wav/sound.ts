/** Sound that is read from beginning to end in blocks: samples of -1 to 1, one array a channel, all of one length. */
export interface Sound {
  readonly rateHz: number;
  readonly channels: number;
  readonly frames: number;
  /** Samples from this value on are as large as the file can hold; null where it can hold more than full scale. */
  readonly fullScale: number | null;
  /** What is wrong with the file that it was read from, none of which kept it from being read. */
  readonly problems: readonly string[];
  /** The arrays are used again for the next block. */
  blocks(): AsyncIterable<readonly Float32Array[]>;
}

const BLOCK = 32_768;

/** Sound that is in memory already. */
export const soundOf = (rateHz: number, channels: readonly Float32Array[]): Sound => ({
  rateHz,
  channels: channels.length,
  frames: channels[0].length,
  fullScale: null,
  problems: [],
  async *blocks() {
    for (let at = 0; at < channels[0].length; at += BLOCK) yield channels.map((c) => c.subarray(at, at + BLOCK));
  },
});

/** All of a sound at once: for the short ones that are edited. */
export async function wholeOf(sound: Sound): Promise<readonly Float32Array[]> {
  const whole = Array.from({ length: sound.channels }, () => new Float32Array(sound.frames));
  let at = 0;
  for await (const block of sound.blocks()) {
    for (let c = 0; c < whole.length; c++) whole[c].set(block[c], at);
    at += block[0].length;
  }
  return whole;
}
