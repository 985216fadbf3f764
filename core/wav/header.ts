import type { Bytes } from './bytes';

/** What a WAV file says of itself. */
export interface WavHeader {
  readonly rateHz: number;
  readonly channels: number;
  readonly kind: 'integer' | 'float';
  /** Of one sample as it is stored. */
  readonly bytes: number;
  readonly dataAt: number;
  readonly frames: number;
  readonly problems: readonly string[];
}

export type WavRead =
  | { readonly ok: true; readonly value: WavHeader }
  /** `other` is set where it may be sound of another kind, which something else can perhaps decode. */
  | { readonly ok: false; readonly problem: string; readonly other: boolean };

const MOST_CHANNELS = 8;
const LEAST_HZ = 8_000;
const MOST_HZ = 192_000;
/** Header sizes of recordings that were never finished. */
const UNKNOWN_SIZES = [0, 0xffffffff];
const MOST_CHUNKS = 1000;

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
const CODINGS: Readonly<Record<number, string>> = {
  2: 'ADPCM',
  6: 'A-law',
  7: 'mu-law',
  17: 'ADPCM',
  85: 'MPEG layer 3',
};

interface Format {
  readonly kind: 'integer' | 'float';
  readonly channels: number;
  readonly rateHz: number;
  readonly bytes: number;
}

/**
 * Read the chunks of a RIFF or RF64 file up to its samples (WAVE as described by its makers in 1991 and 1994, RF64: EBU Tech
 * 3306; from memory). What is wrong but does not keep the samples from being read is told in `problems`.
 */
export async function readHeader(file: Bytes): Promise<WavRead> {
  const start = view(await file.read(0, 12));
  if (start.byteLength < 12) return refused(`The file has ${file.size} bytes: too few for a WAV header of 44.`, false);
  const riff = tag(start, 0);
  if (riff === 'RIFX') return refused('This WAV has its bytes the other way round (RIFX). Convert it to RIFF.', false);
  if ((riff !== 'RIFF' && riff !== 'RF64' && riff !== 'BW64') || tag(start, 8) !== 'WAVE') {
    return refused('The file does not begin as a WAV does (RIFF, WAVE).', true);
  }
  const problems: string[] = [];
  let format: Format | null = null;
  let data: { readonly at: number; readonly size: number } | null = null;
  let longSize: number | null = null;
  let at = 12;
  for (let n = 0; n < MOST_CHUNKS && at + 8 <= file.size; n++) {
    const head = view(await file.read(at, 8));
    const id = tag(head, 0);
    const size = head.getUint32(4, true);
    if (id === EMPTY) {
      const next = await afterZeros(file, at);
      if (next !== null) {
        // Room that was kept free: nothing of the sound is missing, so nothing is told.
        at = next;
        continue;
      }
    }
    if (!/^[ -~]{4}$/.test(id)) {
      return refused(`At byte ${at} a chunk should begin and none does: the file is damaged there.`, false);
    }
    if (id === 'ds64') {
      const sizes = view(await file.read(at + 8, 16));
      if (sizes.byteLength === 16) longSize = Number(sizes.getBigUint64(8, true));
    }
    if (id === 'fmt ') {
      const read = formatOf(view(await file.read(at + 8, Math.min(size, 40))), problems);
      if ('problem' in read) return read;
      format = read;
    }
    if (id === 'data' && !data) {
      const told = longSize !== null && size === 0xffffffff ? longSize : size;
      data = { at: at + 8, size: told };
      // Nothing follows the samples of an unfinished recording, and what follows others is not needed once there is a format.
      if (format) break;
    }
    at = await afterChunk(file, at + 8, size);
  }
  if (!format) return refused('The WAV says nowhere how its samples are stored (no fmt chunk before its end).', false);
  if (!data) return refused('The WAV holds no samples (no data chunk).', false);
  const there = Math.max(0, file.size - data.at);
  const unknown = UNKNOWN_SIZES.includes(data.size) && there > 0;
  if (unknown)
    problems.push(
      'The recording was never finished: its header does not say how long it is. All that is there was read.',
    );
  else if (data.size > there) {
    problems.push(`The file is cut off: ${there} of ${data.size} bytes of sound are there. Those were read.`);
  }
  const more = unknown ? 0 : await soundAfter(file, data);
  if (more > 0)
    problems.push(
      `Behind its sound the file holds ${more} bytes more of it, in a chunk of their own; they were left out.`,
    );
  const frame = format.bytes * format.channels;
  const bytes = unknown ? there : Math.min(there, data.size);
  if (bytes % frame !== 0) problems.push('The last frame is not whole; it was left out.');
  const frames = Math.floor(bytes / frame);
  if (frames === 0)
    return refused('The WAV has a header and no sound: its recording may have been stopped at once.', false);
  return { ok: true, value: { ...format, dataAt: data.at, frames, problems } };
}

type Refused = Extract<WavRead, { ok: false }>;
const refused = (problem: string, other: boolean): Refused => ({ ok: false, problem, other });
const view = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
const tag = (v: DataView, at: number): string => String.fromCharCode(...[0, 1, 2, 3].map((i) => v.getUint8(at + i)));

/** Where the next chunk begins: chunks of odd sizes are padded to even ones, but some writers forget it. */
async function afterChunk(file: Bytes, body: number, size: number): Promise<number> {
  const end = body + size;
  if (size % 2 === 0) return end;
  return !(await isChunk(file, end + 1)) && (await isChunk(file, end)) ? end : end + 1;
}

/** Bytes of sound in further data chunks behind the first, as far as chunks follow each other. */
async function soundAfter(file: Bytes, first: { readonly at: number; readonly size: number }): Promise<number> {
  let more = 0;
  let at = await afterChunk(file, first.at, first.size);
  for (let n = 0; n < MOST_CHUNKS && (await isChunk(file, at)); n++) {
    const head = view(await file.read(at, 8));
    const size = head.getUint32(4, true);
    if (tag(head, 0) === 'data') more += size;
    at = await afterChunk(file, at + 8, size);
  }
  return more;
}

const EMPTY = '\0\0\0\0';
/** Room that recorders keep free in a header is smaller. */
const MOST_EMPTY = 65_536;

/** Where a chunk begins after zeros; null where none does. */
async function afterZeros(file: Bytes, at: number): Promise<number | null> {
  const ahead = await file.read(at, MOST_EMPTY);
  const first = ahead.findIndex((b) => b !== 0);
  return first >= 0 && (await isChunk(file, at + first)) ? at + first : null;
}

async function isChunk(file: Bytes, at: number): Promise<boolean> {
  const head = view(await file.read(at, 8));
  return head.byteLength === 8 && /^[ -~]{4}$/.test(tag(head, 0)) && at + 8 + head.getUint32(4, true) <= file.size + 1;
}

function formatOf(v: DataView, problems: string[]): Format | Refused {
  if (v.byteLength < 16) return refused(`The fmt chunk has ${v.byteLength} bytes; it needs 16.`, false);
  const told = v.getUint16(0, true);
  const code = told === EXTENSIBLE && v.byteLength >= 26 ? v.getUint16(24, true) : told;
  const channels = v.getUint16(2, true);
  const rateHz = v.getUint32(4, true);
  const align = v.getUint16(12, true);
  const bits = v.getUint16(14, true);
  if (code !== PCM && code !== FLOAT) {
    const name = CODINGS[code] ? `${CODINGS[code]} ` : '';
    return refused(`The samples are coded in another way (${name}${code}), not as plain numbers.`, true);
  }
  if (channels < 1 || channels > MOST_CHANNELS) {
    return refused(`The WAV says it has ${channels} channels; 1 to ${MOST_CHANNELS} can be read.`, false);
  }
  if (rateHz < LEAST_HZ || rateHz > MOST_HZ) {
    return refused(`The WAV says ${rateHz} samples a second; ${LEAST_HZ} to ${MOST_HZ} can be read.`, false);
  }
  const kind = code === FLOAT ? 'float' : 'integer';
  const byBits = Math.ceil(bits / 8);
  const byAlign = align / channels;
  const fits = (n: number) => (kind === 'float' ? n === 4 || n === 8 : n >= 1 && n <= 4);
  // The frame's size is what players go by; where it makes no sense the bits do.
  const bytes = fits(byAlign) && Number.isInteger(byAlign) && byAlign >= byBits ? byAlign : byBits;
  if (!fits(bytes)) return refused(`Samples of ${bits} bits (${kind}) cannot be read.`, false);
  if (bytes !== byAlign)
    problems.push(
      `The header's frame of ${align} bytes does not fit ${channels} x ${bits} bits; the bits were believed.`,
    );
  return { kind, channels, rateHz, bytes };
}
