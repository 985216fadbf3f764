import { closeSync, mkdirSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import { basename } from 'node:path';
import { itemAt } from '@/core/algorithms';
import { aligned, alignedBits, type Lined, type LineUp, lineUp, lineUpWords } from '@/core/edit';
import { type Sound, wavHeader, wavSamples } from '@/core/wav';
import { FAILED, PASSED, printable, refuse } from './outcome';
import { type OpenFile, openWav, savedIn, TAKEN } from './wav-file';

interface Options {
  readonly json: boolean;
  /** Where the takes are saved as they lie on the first; null to save none. */
  readonly out: string | null;
}

/** `symplex align`: how each take lies on the first, and with `--out` those takes on its time. */
export async function alignCommand(files: readonly string[], { json, out }: Options): Promise<number> {
  const open: OpenFile[] = [];
  try {
    for (const file of files) {
      const opened = await openWav(file);
      if (!opened.ok) return refuse(file, opened.problem);
      open.push(opened);
    }
    const [first, ...others] = open.map((o) => o.sound);
    const stays = itemAt(files, 0);
    const saved = out === null ? [] : savedIn(out, files.slice(1), 'lined up');
    if (typeof saved === 'string') return refuse(saved, TAKEN);
    if (out !== null) mkdirSync(out, { recursive: true });
    const told: { readonly file: string; readonly lined: Lined; readonly saved: string | null }[] = [];
    for (const [i, second] of others.entries()) {
      const file = itemAt(files, i + 1);
      const lined = await lineUp(first!, second);
      const to = lined.ok ? (saved[i] ?? null) : null;
      if (lined.ok && to !== null) await save(to, second, first!.rateHz, lined.value);
      told.push({ file, lined, saved: to });
      if (!json) process.stdout.write(`${wordsOf(lined, stays, file, to).map(printable).join('\n')}\n`);
    }
    if (json)
      process.stdout.write(
        `${JSON.stringify({ first: stays, takes: told.map(({ file, lined, saved }) => ({ file, saved, ...(lined.ok ? { lined: lined.value } : { problem: lined.problem }) })) }, null, 2)}\n`,
      );
    return told.every((t) => t.lined.ok) ? PASSED : FAILED;
  } catch (e) {
    return refuse(files.join(', '), e instanceof Error ? e.message : String(e));
  } finally {
    for (const o of open) o.close();
  }
}

/** The largest that a WAV can say of itself, with its header and odd byte. */
const MOST_BYTES = 2 ** 32 - 64;

/** Block by block, so that memory does not grow; under another name until it is whole. */
async function save(file: string, second: Sound, rateHz: number, found: LineUp): Promise<void> {
  const part = `${file}.part`;
  const to = openSync(part, 'wx');
  try {
    try {
      await write(to, second, rateHz, found);
    } finally {
      closeSync(to);
    }
    renameSync(part, file);
  } finally {
    // There only where it did not get so far.
    rmSync(part, { force: true });
  }
}

async function write(to: number, second: Sound, rateHz: number, found: LineUp): Promise<void> {
  const bits = alignedBits(second);
  let [frames, bytes] = [0, 0];
  writeSync(to, wavHeader(rateHz, second.channels, 0, bits));
  for await (const block of aligned(second, rateHz, found)) {
    const samples = wavSamples(block, bits);
    bytes += samples.length;
    if (bytes > MOST_BYTES) throw new Error('It would be longer than a WAV can hold, 4 GiB. Cut it in two first.');
    for (let at = 0; at < samples.length; ) at += writeSync(to, samples, at);
    frames += itemAt(block, 0).length;
  }
  writeSync(to, new Uint8Array(bytes % 2));
  writeSync(to, wavHeader(rateHz, second.channels, frames, bits), 0, undefined, 0);
}

const wordsOf = (lined: Lined, first: string, second: string, saved: string | null): readonly string[] =>
  lined.ok
    ? [
        ...lineUpWords(lined.value, basename(first), basename(second)),
        ...(saved === null ? [] : [`Saved as ${saved}.`]),
      ]
    : [`${basename(second)} cannot be lined up. ${lined.problem}`];
