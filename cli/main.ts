import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { catalogue } from '@/catalogue';
import { checkDocument, type Document, type DocumentProblem, type Job, readDocument } from '@/core/model';
import { checkCommand } from './check';
import { kitCommand } from './kit';
import { levelsCommand } from './levels';
import { BAD_INPUT, PASSED, printable } from './outcome';
import { planCommand } from './plan';
import { spiceCommand } from './spice';
import { takeCommand } from './take';

const USAGE = `symplex check FILE [--json]   judge a setup at eight gates
symplex plan FILE [--json] [--drawer FILE]   find chains for a job
symplex kit FILE... [--json | --csv] [--drawer FILE] [--at-once ID,ID] [--bag GRAMS]   the smallest kit for several jobs
symplex levels FILE [--json]   where each knob may stand, and the best setting of all
symplex spice FILE [--json]   write the circuit of a setup as a SPICE deck
symplex take FILE [--json] [--setup FILE]   measure a recording, beside what was computed for a setup

FILE is a *.setup.json (check, levels, spice) or *.job.json (plan, kit) or a WAV (take); - reads standard input.
Exit: 0 all gates (of a take: all findings) pass or caution, 1 some fails, no chain or kit is found or no voice arrives, 2 bad input.
`;

const OF_SETUPS = { check: checkCommand, levels: levelsCommand, spice: spiceCommand } as const;
const OPTIONS = {
  json: { type: 'boolean' },
  csv: { type: 'boolean' },
  drawer: { type: 'string' },
  setup: { type: 'string' },
  'at-once': { type: 'string' },
  bag: { type: 'string' },
} as const;
const ALLOWED: Readonly<Record<string, readonly string[]>> = {
  check: ['json'],
  levels: ['json'],
  spice: ['json'],
  plan: ['json', 'drawer'],
  kit: ['json', 'csv', 'drawer', 'at-once', 'bag'],
  take: ['json', 'setup'],
};

/** Run the command; returns its exit status. Prints to standard output, problems to standard error. */
export async function main(args: readonly string[]): Promise<number> {
  const [command, ...rest] = args;
  if (command === '--help' || command === 'help') return usage('', PASSED);
  if (!Object.hasOwn(ALLOWED, command ?? '')) return usage('');
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(rest);
  } catch (e) {
    const said = e instanceof Error ? e.message : String(e);
    const option = /Unknown option '(--[^' ]+)/.exec(said)?.[1];
    return usage(option ? `there is no option ${option}` : said);
  }
  const { values, positionals: files } = parsed;
  const unknown = Object.keys(values).find((o) => !ALLOWED[command].includes(o));
  if (unknown) return usage(`${command} has no option --${unknown}`);
  if (files.length === 0 || (command !== 'kit' && files.length > 1)) return usage('');
  if (command === 'take') {
    const asked = values.setup === undefined ? null : load(values.setup);
    if (asked && 'problem' in asked) return complain(values.setup!, asked.problem);
    if (asked && asked.value.format !== 'symplex.setup') return complain(values.setup!, wrongFormat('symplex.setup'));
    return takeCommand(files[0], values.json ?? false, asked?.value.format === 'symplex.setup' ? asked.value : null);
  }
  const drawer = values.drawer === undefined ? null : load(values.drawer);
  if (drawer && 'problem' in drawer) return complain(values.drawer!, drawer.problem);
  if (drawer && drawer.value.format !== 'symplex.drawer')
    return complain(values.drawer!, wrongFormat('symplex.drawer'));
  const owned = drawer?.value.format === 'symplex.drawer' ? drawer.value : null;
  const jobs: Job[] = [];
  for (const file of files) {
    const document = load(file);
    if ('problem' in document) return complain(file, document.problem);
    const { value } = document;
    if (command === 'check' || command === 'levels' || command === 'spice') {
      if (value.format !== 'symplex.setup') return complain(file, wrongFormat('symplex.setup'));
      return OF_SETUPS[command](value, values.json ?? false);
    }
    const job = value.format === 'symplex.setup' ? value.job : value;
    if (job.format !== 'symplex.job') return complain(file, wrongFormat('symplex.job'));
    jobs.push(job);
  }
  if (command === 'plan') return planCommand(jobs[0], owned, values.json ?? false);
  const twice = jobs.find((j, i) => jobs.findIndex((o) => o.id === j.id) !== i);
  if (twice) return usage(`two jobs have the id ${twice.id}`);
  const atOnce = values['at-once'] === undefined ? [] : values['at-once'].split(',');
  const stray = atOnce.find((id) => !jobs.some((j) => j.id === id));
  if (stray !== undefined) return usage(`--at-once names ${stray}, which is none of the jobs`);
  const mostG = values.bag === undefined ? null : Number(values.bag);
  if (mostG !== null && !(mostG > 0)) return usage('--bag takes grams, a number above 0');
  return kitCommand(jobs, owned, { json: values.json ?? false, csv: values.csv ?? false, atOnce, mostG });
}

const parse = (args: readonly string[]) => parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });

function usage(why: string, status = BAD_INPUT): number {
  process.stderr.write(why === '' ? USAGE : `symplex: ${printable(why)}\n\n${USAGE}`);
  return status;
}

function load(file: string): { readonly value: Document } | { readonly problem: DocumentProblem } {
  let text: string;
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (e) {
    return { problem: { pointer: '', message: `The file cannot be read: ${e instanceof Error ? e.message : e}` } };
  }
  const read = readDocument(text);
  if (!read.ok) return { problem: read.problem };
  const wrong = checkDocument(read.value, catalogue);
  return wrong ? { problem: wrong } : { value: read.value };
}

const wrongFormat = (wanted: string): DocumentProblem => ({
  pointer: '/format',
  message: `This command takes a file of format ${wanted}.`,
});

function complain(file: string, { pointer, message }: DocumentProblem): number {
  process.stderr.write(`symplex: ${printable(file)}: at ${printable(pointer) || 'the top'}: ${printable(message)}\n`);
  return BAD_INPUT;
}
