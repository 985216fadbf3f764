import { mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { itemAt } from '@/core/algorithms';
import {
  type ChangedFigure,
  changedFigures,
  courseOf,
  type Edit,
  edited,
  editWords,
  figuresOf,
  figureText,
  leftWrong,
  OUT_LUFS,
  type Repairs,
  repairsFor,
} from '@/core/edit';
import { takeReport } from '@/core/take';
import { soundOf, wholeOf, writeWav } from '@/core/wav';
import { BAD_INPUT, PASSED, printable, refuse } from './outcome';
import { openWav, savedIn, TAKEN } from './wav-file';

/** What is to be put right; or what a take is found to need, at a loudness. */
type Asked = Repairs | { readonly needed: true; readonly lufs: number };

interface Options {
  readonly json: boolean;
  /** Where the edited takes are saved. */
  readonly out: string;
  readonly repairs: Asked;
}

/** What each number may be. */
const RANGES = { 'low-cut': [20, 500, 'hertz'], noise: [1, 40, 'decibels'], loudness: [-40, -5, 'LUFS'] } as const;

/** The repairs that the options ask for; or in words what is wrong with one. */
export function repairsAsked(
  values: Readonly<Partial<Record<'clicks' | 'hum' | 'ride', boolean> & Record<keyof typeof RANGES, string>>>,
): Asked | string {
  const numbers: Partial<Record<keyof typeof RANGES, number>> = {};
  for (const option of ['low-cut', 'noise', 'loudness'] as const) {
    const [least, most, unit] = RANGES[option];
    const said = values[option];
    if (said === undefined) continue;
    const number = Number(said.replace('−', '-'));
    if (said.trim() === '' || !(number >= least && number <= most))
      return `--${option} takes ${unit} from ${least} to ${most}; ${said} is none`;
    numbers[option] = number;
  }
  const { clicks = false, hum = false, ride = false } = values;
  const { loudness, noise, 'low-cut': lowCutHz } = numbers;
  if (!clicks && !hum && !ride && noise === undefined && lowCutHz === undefined)
    return { needed: true, lufs: loudness ?? OUT_LUFS };
  return {
    clicks,
    hum,
    ride,
    ...(lowCutHz !== undefined && { lowCutHz }),
    ...(noise !== undefined && { lessNoiseDb: noise }),
    ...(loudness !== undefined && { lufs: loudness }),
  };
}

/** A take is in memory, all of it, as often as there are steps. */
const LONGEST_S = 3600;

interface Told {
  readonly file: string;
  readonly saved: string;
  readonly edits: readonly Edit[];
  readonly changed: readonly ChangedFigure[];
  /** What is wrong with it still. */
  readonly wrong: readonly string[];
}

/** `symplex edit`: takes, or every WAV of a folder, put right and saved elsewhere, each with what changed. The worst exit counts. */
export async function editCommand(given: readonly string[], { json, out, repairs }: Options): Promise<number> {
  const files: string[] = [];
  for (const g of given) {
    try {
      files.push(...(g !== '-' && statSync(g).isDirectory() ? wavsIn(g) : [g]));
    } catch {
      return refuse(g, 'There is no such file or folder, or it cannot be read.');
    }
  }
  if (files.length === 0) return refuse(given.join(', '), 'There is no WAV in it.');
  const saved = savedIn(
    out,
    files.map((f) => (f === '-' ? 'take' : f)),
    'edited',
  );
  if (typeof saved === 'string') return refuse(saved, TAKEN);
  try {
    mkdirSync(out, { recursive: true });
  } catch {
    return refuse(out, 'No folder can be made here. Choose another for --out.');
  }
  let worst: number = PASSED;
  const told: Told[] = [];
  for (const [i, file] of files.entries()) {
    const done = await edit(file, itemAt(saved, i), repairs);
    if (typeof done === 'string') {
      worst = Math.max(worst, BAD_INPUT);
      refuse(file, done);
      continue;
    }
    told.push(done);
    if (!json) process.stdout.write(`${wordsOf(done).map(printable).join('\n')}\n`);
  }
  if (json) process.stdout.write(`${JSON.stringify({ takes: told }, null, 2)}\n`);
  return worst;
}

const wavsIn = (folder: string): readonly string[] =>
  readdirSync(folder)
    .filter((f) => /\.wav$/i.test(f))
    .sort()
    .map((f) => join(folder, f));

/** @returns the problem in words, where there is one. */
async function edit(file: string, to: string, repairs: Asked): Promise<Told | string> {
  const open = await openWav(file);
  if (!open.ok) return open.problem;
  try {
    const { sound } = open;
    if (sound.frames / sound.rateHz > LONGEST_S)
      return `It is longer than ${LONGEST_S / 60} minutes. Cut it in two first.`;
    const before = await takeReport(sound);
    const clip = { rateHz: sound.rateHz, channels: await wholeOf(sound) };
    const course = courseOf('needed' in repairs ? repairsFor(before, repairs.lufs) : repairs, before);
    const { rateHz, channels } = edited(clip, course);
    const after = await takeReport(soundOf(rateHz, channels));
    save(to, writeWav(rateHz, channels));
    return {
      file,
      saved: to,
      edits: course,
      wrong: leftWrong(after),
      changed: changedFigures(figuresOf(before), figuresOf(after)),
    };
  } catch (e) {
    return `The file cannot be edited: ${e instanceof Error ? e.message : e}`;
  } finally {
    open.close();
  }
}

/** Under another name until it is whole. */
function save(file: string, content: Uint8Array): void {
  const part = `${file}.part`;
  try {
    writeFileSync(part, content, { flag: 'wx' });
    renameSync(part, file);
  } finally {
    rmSync(part, { force: true });
  }
}

const wordsOf = ({ file, saved, edits, changed, wrong }: Told): readonly string[] => [
  `${basename(file)}: ${edits.map(editWords).join(', ') || 'nothing to do'}. Saved as ${saved}.`,
  ...changed.map((c) => `  ${c.what.padEnd(18)} ${figureText(c.before, c.unit)} to ${figureText(c.value, c.unit)}`),
  ...wrong.map((w) => `  Still: ${w}`),
];
