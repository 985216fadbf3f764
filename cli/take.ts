import { closeSync, fstatSync, openSync, readFileSync, readSync } from 'node:fs';
import { catalogue } from '@/catalogue';
import { comparedWith, takeAnswer } from '@/core/answer';
import { clockText, figure } from '@/core/format';
import type { Setup } from '@/core/model';
import { type Compared, type TakeReport, takeReport } from '@/core/take';
import { type Bytes, bytesOf, readWav } from '@/core/wav';
import { BAD_INPUT, FAILED, PASSED, printable } from './outcome';

/** `symplex take`: what a recording holds, measured; beside what was computed for a setup, where one is given. */
export async function takeCommand(file: string, json: boolean, setup: Setup | null): Promise<number> {
  let descriptor: number | null = null;
  try {
    descriptor = file === '-' ? null : openSync(file, 'r');
    const bytes = descriptor === null ? bytesOf(readFileSync(0)) : bytesOfDescriptor(descriptor);
    const sound = await readWav(bytes);
    if (!sound.ok) {
      const more = sound.other ? ' The command reads WAV; the Check page reads whatever its browser can.' : '';
      process.stderr.write(`symplex: ${printable(file)}: at the top: ${sound.problem}${more}\n`);
      return BAD_INPUT;
    }
    const report = await takeReport(sound.value);
    const compared = setup && comparedWith(report, setup, catalogue);
    const told = [...words(report), ...(compared ? ['', ...compared.map(rowOf)] : [])];
    process.stdout.write(
      json ? `${JSON.stringify(takeAnswer(report, compared), null, 2)}\n` : `${told.map(printable).join('\n')}\n`,
    );
    const fails = report.findings.some((f) => f.status === 'fail') || compared?.some((c) => c.agrees === false);
    return fails ? FAILED : PASSED;
  } catch (e) {
    process.stderr.write(
      `symplex: ${printable(file)}: The file cannot be read: ${e instanceof Error ? e.message : e}\n`,
    );
    return BAD_INPUT;
  } finally {
    if (descriptor !== null) closeSync(descriptor);
  }
}

const rowOf = (c: Compared): string =>
  `${c.what.padEnd(10)} ${c.agrees === null ? 'not known' : c.agrees ? 'as computed' : 'DIFFERS'}: computed ${c.expected}, measured ${c.measured}${c.agrees === false ? `. ${[c.sentence, c.detail].filter(Boolean).join(' ')}` : ''}`;

const bytesOfDescriptor = (descriptor: number): Bytes => ({
  size: fstatSync(descriptor).size,
  async read(at, length) {
    const buffer = new Uint8Array(Math.max(0, length));
    return buffer.subarray(0, readSync(descriptor, buffer, 0, buffer.length, at));
  },
});

function words({ rateHz, channels, seconds, loudness, findings }: TakeReport): readonly string[] {
  const lufs = loudness.integratedLufs === null ? 'no loudness' : `${figure(loudness.integratedLufs, 1)} LUFS`;
  const lines = [
    `${clockText(seconds, 2)}, ${channels} channel${channels === 1 ? '' : 's'}, ${rateHz} Hz, ${lufs}`,
    '',
  ];
  for (const f of findings) {
    lines.push(`${f.what.padEnd(10)} ${f.status === 'fail' ? 'FAIL' : f.status.padEnd(9)}  ${f.sentence}`);
    if (f.next !== '') lines.push(`           ${f.next}`);
    if (f.marks.length > 0) {
      const shown = f.marks.slice(0, 8).map((m) => clockText(m.at, 2));
      lines.push(`           at ${shown.join(', ')}${f.marks.length > 8 ? ', ...' : ''}`);
    }
  }
  return lines;
}
