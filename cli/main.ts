import { readFileSync } from 'node:fs';
import { catalogue } from '@/catalogue';
import { checkDocument, type Document, type DocumentProblem, readDocument } from '@/core/model';
import { checkCommand } from './check';
import { levelsCommand } from './levels';
import { BAD_INPUT, PASSED, printable } from './outcome';
import { planCommand } from './plan';
import { spiceCommand } from './spice';

const USAGE = `symplex check FILE [--json]   judge a setup at eight gates
symplex plan FILE [--json] [--drawer FILE]   find chains for a job
symplex levels FILE [--json]   where each knob may stand, and the best setting of all
symplex spice FILE [--json]   write the circuit of a setup as a SPICE deck

FILE is a *.setup.json (check, levels, spice) or *.job.json (plan); - reads standard input.
Exit: 0 all gates pass or caution, 1 some gate fails, no chain is found or no voice arrives, 2 bad input.
`;

const OF_SETUPS = { check: checkCommand, levels: levelsCommand, spice: spiceCommand } as const;

/** Run the command; returns its exit status. Prints to standard output, problems to standard error. */
export async function main(args: readonly string[]): Promise<number> {
  const [command, ...rest] = args;
  const json = rest.includes('--json');
  const drawerAt = rest.indexOf('--drawer');
  const drawerFile = drawerAt >= 0 ? rest[drawerAt + 1] : undefined;
  const files = rest.filter((a, i) => a !== '--json' && a !== '--drawer' && (drawerAt < 0 || i !== drawerAt + 1));
  const unknown = files.find((a) => a.startsWith('--'));
  if (
    !['check', 'levels', 'plan', 'spice'].includes(command) ||
    files.length !== 1 ||
    unknown ||
    (drawerAt >= 0 && !drawerFile)
  ) {
    process.stderr.write(unknown ? `symplex: there is no option ${unknown}\n\n${USAGE}` : USAGE);
    return command === '--help' || command === 'help' ? PASSED : BAD_INPUT;
  }
  const document = load(files[0]);
  if ('problem' in document) return complain(files[0], document.problem);
  switch (command) {
    case 'check':
    case 'levels':
    case 'spice': {
      if (document.value.format !== 'symplex.setup') return complain(files[0], wrongFormat('symplex.setup'));
      return OF_SETUPS[command](document.value, json);
    }
    default: {
      const drawer = drawerFile === undefined ? null : load(drawerFile);
      if (drawer && 'problem' in drawer) return complain(drawerFile!, drawer.problem);
      if (drawer && drawer.value.format !== 'symplex.drawer')
        return complain(drawerFile!, wrongFormat('symplex.drawer'));
      const job = document.value.format === 'symplex.setup' ? document.value.job : document.value;
      if (job.format !== 'symplex.job') return complain(files[0], wrongFormat('symplex.job'));
      const owned = drawer?.value.format === 'symplex.drawer' ? drawer.value : null;
      return planCommand(job, owned, json);
    }
  }
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
