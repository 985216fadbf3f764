import { closeSync, existsSync, fstatSync, openSync, readFileSync, readSync } from 'node:fs';
import { basename, join } from 'node:path';
import { type Bytes, bytesOf, readWav, type Sound } from '@/core/wav';

export interface OpenFile {
  readonly ok: true;
  readonly sound: Sound;
  readonly close: () => void;
}

/** A WAV as sound that is read piece by piece from the disk; `-` is standard input. */
export async function openWav(file: string): Promise<OpenFile | { readonly ok: false; readonly problem: string }> {
  let descriptor: number | null = null;
  const close = () => {
    if (descriptor !== null) closeSync(descriptor);
    descriptor = null;
  };
  try {
    descriptor = file === '-' ? null : openSync(file, 'r');
    const sound = await readWav(descriptor === null ? bytesOf(readFileSync(0)) : bytesOfDescriptor(descriptor));
    if (sound.ok) return { ok: true, sound: sound.value, close };
    close();
    const more = sound.other ? ' The command reads WAV; the Check page reads whatever its browser can.' : '';
    return { ok: false, problem: `at the top: ${sound.problem}${more}` };
  } catch (e) {
    close();
    return { ok: false, problem: `The file cannot be read: ${e instanceof Error ? e.message : e}` };
  }
}

const bytesOfDescriptor = (descriptor: number): Bytes => ({
  size: fstatSync(descriptor).size,
  async read(at, length) {
    const buffer = new Uint8Array(Math.max(0, length));
    return buffer.subarray(0, readSync(descriptor, buffer, 0, buffer.length, at));
  },
});

/** What is said of a file that would be overwritten. */
export const TAKEN = 'This file is there already or would be written twice. Choose another folder.';

/**
 * Where each file is saved in a folder once something was done to it.
 * @returns the first that is there already, or would be written twice, where there is one
 */
export function savedIn(folder: string, files: readonly string[], done: string): readonly string[] | string {
  const saved = files.map((f) => join(folder, `${basename(f).replace(/\.[^.]*$/, '')} ${done}.wav`));
  return saved.find((s, i) => saved.indexOf(s) < i || existsSync(s)) ?? saved;
}
