import { spawnSync } from 'node:child_process';
import { closeSync, fstatSync, mkdtempSync, openSync, readSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { VOICE_RATE_HZ, voice } from '@/core/render';
import { takeReport } from '@/core/take';
import { readWav, writeWav } from '@/core/wav';
import { against, type Row } from './measure';

/** A piece of two talkers, read from the disk over and over. */
const PIECE_S = 120;
const TIMES = 30;
const HEADER_BYTES = 44;

/** An hour of stereo: all analyses, against ffmpeg's loudness filter, without and with true peaks. */
export async function* takes(): AsyncGenerator<Row> {
  const folder = mkdtempSync(join(tmpdir(), 'symplex-bench-'));
  const file = join(folder, 'piece.wav');
  const quiet = (seed: number) => voice(PIECE_S, seed).map((v, i) => 0.05 * v + 1e-4 * Math.sin(i * i));
  writeFileSync(file, writeWav(VOICE_RATE_HZ, [quiet(1), quiet(2)], 16));
  const descriptor = openSync(file, 'r');
  try {
    const data = fstatSync(descriptor).size - HEADER_BYTES;
    const size = HEADER_BYTES + TIMES * data;
    let most = 0;
    const read = async (at: number, length: number) => {
      most = Math.max(most, process.memoryUsage().rss);
      const out = new Uint8Array(Math.min(length, size - at));
      for (let done = 0; done < out.length; ) {
        const from = at + done < HEADER_BYTES ? at + done : HEADER_BYTES + ((at + done - HEADER_BYTES) % data);
        const until = at + done < HEADER_BYTES ? HEADER_BYTES : HEADER_BYTES + data;
        done += readSync(descriptor, out, done, Math.min(out.length - done, until - from), from);
      }
      // The header of the piece says how long the piece is: here it is never finished, so all that is there is read.
      if (at <= 40 && at + length > 40) out.fill(255, Math.max(0, 40 - at), Math.min(out.length, 44 - at));
      return out;
    };
    const before = process.memoryUsage().rss;
    const ours = async () => {
      const sound = await readWav({ size, read });
      if (!sound.ok) throw new Error(sound.problem);
      await takeReport(sound.value);
    };
    for (const [peaks, goal] of [
      ['', '1.2 times'],
      [':peak=true', ''],
    ] as const) {
      const args = ['-hide_banner', '-nostats', '-threads', '1', '-stream_loop', String(TIMES - 1), '-i', file];
      const theirs = () => {
        const ran = spawnSync('ffmpeg', [...args, '-af', `ebur128=framelog=verbose${peaks}`, '-f', 'null', '-']);
        if (ran.error) throw new Error('ffmpeg is not here');
      };
      const reference = `ffmpeg ebur128 ${peaks ? 'with' : 'without'} true peaks, one thread`;
      yield await against('an hour of stereo, all analyses', ours, reference, theirs, { runs: 1, goal });
    }
    console.log(
      `  memory meanwhile: ${(most / 1e6).toFixed(0)} MB, ${((most - before) / 1e6).toFixed(0)} more than before`,
    );
  } finally {
    closeSync(descriptor);
    rmSync(folder, { recursive: true, force: true });
  }
}
