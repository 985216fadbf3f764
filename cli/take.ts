import { catalogue } from '@/catalogue';
import { comparedWith, takeAnswer } from '@/core/answer';
import { clockText, figure } from '@/core/format';
import type { Setup } from '@/core/model';
import { type Compared, type TakeReport, takeReport } from '@/core/take';
import { FAILED, PASSED, printable, refuse } from './outcome';
import { openWav } from './wav-file';

/** `symplex take`: what a recording holds, measured; beside what was computed for a setup, where one is given. */
export async function takeCommand(file: string, json: boolean, setup: Setup | null): Promise<number> {
  const open = await openWav(file);
  if (!open.ok) return refuse(file, open.problem);
  try {
    const report = await takeReport(open.sound);
    const compared = setup && comparedWith(report, setup, catalogue);
    const told = [...words(report), ...(compared ? ['', ...compared.map(rowOf)] : [])];
    process.stdout.write(
      json ? `${JSON.stringify(takeAnswer(report, compared), null, 2)}\n` : `${told.map(printable).join('\n')}\n`,
    );
    const fails = report.findings.some((f) => f.status === 'fail') || compared?.some((c) => c.agrees === false);
    return fails ? FAILED : PASSED;
  } catch (e) {
    return refuse(file, `The file cannot be read: ${e instanceof Error ? e.message : e}`);
  } finally {
    open.close();
  }
}

const rowOf = (c: Compared): string =>
  `${c.what.padEnd(10)} ${c.agrees === null ? 'not known' : c.agrees ? 'as computed' : 'DIFFERS'}: computed ${c.expected}, measured ${c.measured}${c.agrees === false ? `. ${[c.sentence, c.detail].filter(Boolean).join(' ')}` : ''}`;

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
