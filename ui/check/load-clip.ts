import type { Clip } from '@/core/edit';
import { bytesOfBlob, readWav, wholeOf } from '@/core/wav';
import { decodedTake } from '@/workers';

/** Longest sound that is edited here: it is in memory, all of it. */
const LONGEST_S = 600;

type Loaded = { readonly ok: true; readonly value: Clip } | { readonly ok: false; readonly problem: string };

/** A whole file in memory, to be edited. */
export async function loadClip(file: File): Promise<Loaded> {
  const read = await readWav(bytesOfBlob(file));
  if (read.ok) {
    const { rateHz, frames } = read.value;
    if (frames / rateHz > LONGEST_S) return tooLong(frames / rateHz);
    return { ok: true, value: { rateHz, channels: await wholeOf(read.value) } };
  }
  const decoded = read.other ? await decodedTake(file) : null;
  if (!decoded) return { ok: false, problem: read.problem };
  const seconds = decoded.channels[0].length / decoded.rateHz;
  return seconds > LONGEST_S ? tooLong(seconds) : { ok: true, value: decoded };
}

const tooLong = (seconds: number): Loaded => ({
  ok: false,
  problem: `It is ${Math.ceil(seconds / 60)} minutes long; edits here go up to ${LONGEST_S / 60}. Cut out the piece you want elsewhere first.`,
});
