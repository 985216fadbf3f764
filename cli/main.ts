import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { catalogue } from '@/catalogue';
import { entryOf, itemAt } from '@/core/algorithms';
import { askedBy, type Document, type DocumentProblem, type Drawer, type Job, pooled } from '@/core/model';
import { readDocument } from '@/core/read';
import { alignCommand } from './align';
import { type CheckForm, checkCommand } from './check';
import { diagnoseCommand } from './diagnose';
import { editCommand, repairsAsked } from './edit';
import { kitCommand } from './kit';
import { levelsCommand } from './levels';
import { BAD_INPUT, crashed, PASSED, printable, refuse } from './outcome';
import { planCommand } from './plan';
import { spiceCommand } from './spice';
import { takeCommand } from './take';

const USAGES: Readonly<Record<string, string>> = {
  check: `symplex check FILE... [--why | --json | --json-lines] [--drawer FILE]   judge setups at eight gates: why, and the first fix
  --why         figures, places and standards below each sentence
  --json        everything, as one document (one FILE)
  --json-lines  everything, one line of JSON a FILE
  --drawer FILE what is owned: fixes take from it before they buy; several are pooled`,
  plan: `symplex plan FILE [--json] [--drawer FILE] [--with WHAT]... [--why-not WHAT]   find chains for a job
  --with WHAT    what must take part: a class, the id of an owned part, or a sort such as wireless or "clip-on mic"
  --why-not WHAT why chains with it are not first, or what rules them out
  --json         as one document; its schema is public/schemas/plan.schema.json`,
  kit: `symplex kit FILE... [--json | --csv] [--drawer FILE] [--at-once ID,ID] [--bag GRAMS]   the smallest kit for several jobs`,
  diagnose: `symplex diagnose FILE --noticed "WORDS" [--answer PROBE=ANSWER]... [--json] [--drawer FILE]   find what is the matter: causes, and the next thing to try
  --noticed WORDS       what is seen and heard, for example "listed, but no level"; again for more
  --answer PROBE=ANSWER what a look or a try gave, in the order of the tries; the answer cannot-tell for that
  --drawer FILE         what is owned: spares to swap for a try`,
  levels: `symplex levels FILE [--json]   where each knob may stand, and the best setting of all`,
  spice: `symplex spice FILE [--json]   write the circuit of a setup as a SPICE deck`,
  take: `symplex take FILE [--json] [--setup FILE]   measure a recording, beside what was computed for a setup`,
  align: `symplex align FIRST SECOND... [--out FOLDER] [--json]   find how takes of one event lie on the first of them
  --out FOLDER   save each of the others there on the first's time, as WAV; nothing is overwritten`,
  edit: `symplex edit FILE... --out FOLDER [--clicks] [--low-cut HZ] [--hum] [--noise DB] [--ride] [--loudness LUFS] [--json]   put takes right, each with what changed
  FILE...         WAVs, or folders of them; each is saved in --out, and nothing is overwritten
  --clicks        clicks and the shortest dropouts made new
  --low-cut HZ    breath, wind and rumble cut off below this
  --hum           mains taken out, where they were measured
  --noise DB      steady noise turned down by so much
  --ride          soft sentences up, loud ones down
  --loudness LUFS loudness of the whole, its true peak at −1 dBTP at most
                  with none of the others: what each take needs, at −16 LUFS unless told`,
};

const USAGE = `${Object.values(USAGES)
  .map((u) => u.split('\n')[0])
  .join('\n')}
symplex COMMAND --help   the same for one command

FILE is a *.setup.json (check, diagnose, levels, spice) or *.job.json (plan, kit) or a WAV (take, align, edit); - reads standard input.
Exit: 0 all gates (of a take: all findings) pass or caution,
  1 some fails, no chain or kit is found, no voice arrives, or a take cannot be lined up,
  2 bad input, 3 a fault of the program itself.
`;

const OF_SETUPS = { levels: levelsCommand, spice: spiceCommand } as const;
const OPTIONS = {
  json: { type: 'boolean' },
  why: { type: 'boolean' },
  'json-lines': { type: 'boolean' },
  help: { type: 'boolean' },
  csv: { type: 'boolean' },
  drawer: { type: 'string', multiple: true },
  setup: { type: 'string' },
  'at-once': { type: 'string' },
  bag: { type: 'string' },
  with: { type: 'string', multiple: true },
  'why-not': { type: 'string' },
  noticed: { type: 'string', multiple: true },
  answer: { type: 'string', multiple: true },
  out: { type: 'string' },
  clicks: { type: 'boolean' },
  'low-cut': { type: 'string' },
  hum: { type: 'boolean' },
  noise: { type: 'string' },
  ride: { type: 'boolean' },
  loudness: { type: 'string' },
} as const;
const ALLOWED: Readonly<Record<string, readonly string[]>> = {
  check: ['why', 'json', 'json-lines', 'drawer'],
  diagnose: ['json', 'drawer', 'noticed', 'answer'],
  levels: ['json'],
  spice: ['json'],
  plan: ['json', 'drawer', 'with', 'why-not'],
  kit: ['json', 'csv', 'drawer', 'at-once', 'bag'],
  take: ['json', 'setup'],
  align: ['json', 'out'],
  edit: ['json', 'out', 'clicks', 'low-cut', 'hum', 'noise', 'ride', 'loudness'],
};

/** Run the command; returns its exit status. Prints to standard output, problems to standard error. */
export async function main(args: readonly string[]): Promise<number> {
  const [command, ...rest] = args;
  if (command === '--help' || command === 'help') return help(USAGE);
  if (command === undefined || !Object.hasOwn(ALLOWED, command)) return usage('');
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(rest);
  } catch (e) {
    const said = e instanceof Error ? e.message : String(e);
    const option = /Unknown option '(--[^' ]+)/.exec(said)?.[1];
    return usage(option ? `there is no option ${option}` : said);
  }
  const { values, positionals: files } = parsed;
  if (values.help) return help(`${entryOf(USAGES, command)}\n`);
  const unknown = Object.keys(values).find((o) => !entryOf(ALLOWED, command).includes(o));
  if (unknown) return usage(`${command} has no option --${unknown}`);
  const several = ['kit', 'align', 'edit'].includes(command) || (command === 'check' && !values.json);
  if (files.length === 0) return usage(`${command} takes a FILE`);
  if (!several && files.length > 1) return usage(`${command}${command === 'check' ? ' --json' : ''} takes one FILE`);
  if (command === 'align') {
    if (files.length < 2) return usage('align takes two FILEs and more');
    return alignCommand(files, { json: values.json ?? false, out: values.out ?? null });
  }
  if (command === 'edit') {
    if (values.out === undefined) return usage('edit takes --out, the folder that edited takes are saved in');
    const repairs = repairsAsked(values);
    if (typeof repairs === 'string') return usage(repairs);
    return editCommand(files, { json: values.json ?? false, out: values.out, repairs });
  }
  if (command === 'take') {
    const asked = values.setup === undefined ? null : load(values.setup);
    if (asked && 'problem' in asked) return complain(values.setup!, asked.problem);
    if (asked && asked.value.format !== 'symplex.setup') return complain(values.setup!, wrongFormat('symplex.setup'));
    return takeCommand(
      itemAt(files, 0),
      values.json ?? false,
      asked?.value.format === 'symplex.setup' ? asked.value : null,
    );
  }
  const drawers: Drawer[] = [];
  for (const file of values.drawer ?? []) {
    const drawer = load(file);
    if ('problem' in drawer) return complain(file, drawer.problem);
    if (drawer.value.format !== 'symplex.drawer') return complain(file, wrongFormat('symplex.drawer'));
    drawers.push(drawer.value);
  }
  const owned = pooled(drawers);
  if (command === 'check') return checkAll(files, owned, formOf(values));
  const jobs: Job[] = [];
  for (const file of files) {
    const document = load(file);
    if ('problem' in document) return complain(file, document.problem);
    const { value } = document;
    if (command === 'diagnose') {
      if (value.format !== 'symplex.setup') return complain(file, wrongFormat('symplex.setup'));
      return diagnoseCommand(value, owned, {
        json: values.json ?? false,
        noticed: values.noticed ?? [],
        answers: values.answer ?? [],
      });
    }
    if (command === 'levels' || command === 'spice') {
      if (value.format !== 'symplex.setup') return complain(file, wrongFormat('symplex.setup'));
      return OF_SETUPS[command](value, values.json ?? false);
    }
    const job = value.format === 'symplex.setup' ? value.job : value;
    if (job.format !== 'symplex.job') return complain(file, wrongFormat('symplex.job'));
    jobs.push(job);
  }
  if (command === 'plan') {
    const wanted = (values.with ?? []).map((w) => askedBy(w, owned, catalogue));
    const whyNot = values['why-not'] === undefined ? null : askedBy(values['why-not'], owned, catalogue);
    const stray = [...wanted, ...(whyNot ? [whyNot] : [])].find((w) => typeof w === 'string');
    if (typeof stray === 'string') return usage(stray);
    const job = itemAt(jobs, 0);
    const asked = [...(job.with ?? []), ...wanted.filter((w) => typeof w !== 'string')];
    if (asked.length > MOST_ASKED) return usage(`at most ${MOST_ASKED} things can be asked for`);
    const full = asked.length > 0 ? { ...job, with: asked } : job;
    return planCommand(full, owned, {
      json: values.json ?? false,
      whyNot: typeof whyNot === 'string' ? null : whyNot,
    });
  }
  const twice = jobs.find((j, i) => jobs.findIndex((o) => o.id === j.id) !== i);
  if (twice) return usage(`two jobs have the id ${twice.id}`);
  const atOnce = values['at-once'] === undefined ? [] : values['at-once'].split(',');
  const stray = atOnce.find((id) => !jobs.some((j) => j.id === id));
  if (stray !== undefined) return usage(`--at-once names ${stray}, which is none of the jobs`);
  const mostG = values.bag === undefined ? null : Number(values.bag);
  if (mostG !== null && !(mostG > 0)) return usage('--bag takes grams, a number above 0');
  return kitCommand(jobs, owned, { json: values.json ?? false, csv: values.csv ?? false, atOnce, mostG });
}

/** As many as a job can hold. */
const MOST_ASKED = 3;

const formOf = (asked: { json?: boolean; 'json-lines'?: boolean; why?: boolean }): CheckForm =>
  asked.json ? 'json' : asked['json-lines'] ? 'json-lines' : asked.why ? 'why' : 'text';

/** Every file in turn; one that cannot be read is told, and the others are judged all the same. The worst exit counts. */
function checkAll(files: readonly string[], owned: Drawer | null, form: CheckForm): number {
  let worst = PASSED;
  for (const file of files) {
    const document = load(file);
    const problem =
      'problem' in document
        ? document.problem
        : document.value.format === 'symplex.setup'
          ? null
          : wrongFormat('symplex.setup');
    const status =
      problem || 'problem' in document || document.value.format !== 'symplex.setup'
        ? complain(file, problem ?? wrongFormat('symplex.setup'))
        : checkCommand(document.value, form, owned, file);
    worst = Math.max(worst, status);
  }
  return worst;
}

const parse = (args: readonly string[]) => parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });

function usage(why: string): number {
  process.stderr.write(why === '' ? USAGE : `symplex: ${printable(why)}\n\n${USAGE}`);
  return BAD_INPUT;
}

/** What was asked for goes to standard output. */
function help(text: string): number {
  process.stdout.write(text);
  return PASSED;
}

function load(file: string): { readonly value: Document } | { readonly problem: DocumentProblem } {
  let text: string;
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (e) {
    return { problem: { pointer: '', message: `The file cannot be read: ${e instanceof Error ? e.message : e}` } };
  }
  const read = readDocument(text, catalogue);
  return read.ok ? { value: read.value } : { problem: read.problem };
}

const wrongFormat = (wanted: string): DocumentProblem => ({
  pointer: '/format',
  message: `This command takes a file of format ${wanted}.`,
});

const complain = (file: string, { pointer, message }: DocumentProblem): number =>
  refuse(file, `at ${pointer || 'the top'}: ${message}`);

// Run directly, as by `node --import tsx cli/main.ts`, it is the command.
if (process.argv[1] === fileURLToPath(import.meta.url))
  process.exitCode = await main(process.argv.slice(2)).catch(crashed);
