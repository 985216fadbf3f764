import { readdirSync, readFileSync } from 'node:fs';
import { itemAt } from '@/core/algorithms';
import { bytesOf, readWav, wholeOf } from '@/core/wav';

// Real people, as Debian ships them: announcements of alsa-utils, read sentences and commands of pocketsphinx-testdata.

export const ALSA = '/usr/share/sounds/alsa/';
export const SPHINX = '/usr/share/pocketsphinx/test/data/';
export const SPHINX_HZ = 16_000;

export interface Speech {
  readonly name: string;
  readonly rateHz: number;
  /** The first channel. */
  readonly x: Float32Array;
}

export async function ofWav(file: string): Promise<Speech> {
  const read = await readWav(bytesOf(new Uint8Array(readFileSync(file))));
  if (!read.ok) throw new Error(`${file}: ${read.problem}`);
  return { name: file, rateHz: read.value.rateHz, x: itemAt(await wholeOf(read.value), 0) };
}

/** Every WAV of a folder, in the order of their names. */
export const wavsOf = (folder: string): Promise<readonly Speech[]> =>
  Promise.all(
    readdirSync(folder)
      .filter((f) => f.endsWith('.wav') && f !== 'Noise.wav')
      .sort()
      .map((f) => ofWav(folder + f)),
  );

/** Sentences of a book, read by two people. */
export const BOOK = `${SPHINX}librivox/`;
