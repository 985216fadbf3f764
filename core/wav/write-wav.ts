const HEADER = 44;

/** How samples are stored: numbers of 16 or 24 bits, or floating point, which holds what is beyond full scale. */
export type WavBits = 16 | 24 | 'float';

const bytesOf = (bits: WavBits): number => (bits === 'float' ? 4 : bits / 8);

/** The beginning of a WAV file of so many frames. */
export function wavHeader(rateHz: number, channels: number, frames: number, bits: WavBits): Uint8Array<ArrayBuffer> {
  const bytes = bytesOf(bits);
  const size = frames * channels * bytes;
  const header = new Uint8Array(HEADER);
  const v = new DataView(header.buffer);
  const tag = (at: number, text: string) => {
    for (let i = 0; i < text.length; i++) v.setUint8(at + i, text.charCodeAt(i));
  };
  tag(0, 'RIFF');
  v.setUint32(4, HEADER + size + (size % 2) - 8, true);
  tag(8, 'WAVEfmt ');
  v.setUint32(16, 16, true);
  v.setUint16(20, bits === 'float' ? 3 : 1, true);
  v.setUint16(22, channels, true);
  v.setUint32(24, rateHz, true);
  v.setUint32(28, rateHz * channels * bytes, true);
  v.setUint16(32, channels * bytes, true);
  v.setUint16(34, 8 * bytes, true);
  tag(36, 'data');
  v.setUint32(40, size, true);
  return header;
}

/** Samples as they stand in a WAV; an odd number of bytes is for the caller to fill up at the end of the file. */
export function wavSamples(channels: readonly Float32Array[], bits: WavBits): Uint8Array<ArrayBuffer> {
  const frames = channels[0].length;
  const bytes = bytesOf(bits);
  const data = new Uint8Array(frames * channels.length * bytes);
  const v = new DataView(data.buffer);
  const full = bits === 'float' ? 1 : 2 ** (bits - 1);
  for (let i = 0, at = 0; i < frames; i++) {
    for (const c of channels) {
      if (bits === 'float') v.setFloat32(at, c[i], true);
      else {
        const x = Math.max(-full, Math.min(full - 1, Math.round(c[i] * full)));
        v.setUint16(at, x & 0xffff, true);
        if (bits === 24) v.setInt8(at + 2, x >> 16);
      }
      at += bytes;
    }
  }
  return data;
}

/**
 * Sound as a WAV of 24 bits or 16, or of 32-bit floating point where something in it is beyond full scale.
 * @param channels samples, all of one length
 */
export function writeWav(
  rateHz: number,
  channels: readonly Float32Array[],
  bits: 16 | 24 = 24,
): Uint8Array<ArrayBuffer> {
  const over = channels.some((c) => c.some((x) => x > 1 || x < -1));
  const stored: WavBits = over ? 'float' : bits;
  const header = wavHeader(rateHz, channels.length, channels[0].length, stored);
  const samples = wavSamples(channels, stored);
  const file = new Uint8Array(header.length + samples.length + (samples.length % 2));
  file.set(header);
  file.set(samples, header.length);
  return file;
}
