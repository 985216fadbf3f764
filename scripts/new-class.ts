// Asks the few questions that a new class needs and writes it, valid, with a test of its own: npm run new:class
// Each question can be answered by an option instead: npm run new:class -- --kind interface --id my-box ...
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { parseArgs } from 'node:util';
import { type Answers, fileFor, problemText, skeletonOf, type Wire, withClass } from '@/core/classes';
import { CONNECTOR_NAMES } from '@/core/connectors';
import { classFiles, readClasses } from './read-classes';

const KINDS = ['interface', 'lead', 'usb-microphone'] as const;
const OPTIONS = [
  'kind',
  'id',
  'name',
  'summary',
  'price',
  'mass',
  'inputs',
  'connector',
  'draw',
  'sensitivity',
  'from',
  'to',
  'wires',
  'length',
];
const { values: said } = parseArgs({
  options: Object.fromEntries(OPTIONS.map((o) => [o, { type: 'string' as const }])),
});

const lines = createInterface({ input: process.stdin });
const answered = lines[Symbol.asyncIterator]();
class Wrong extends Error {}

async function ask(option: string, question: string): Promise<string> {
  const given = said[option];
  if (given === undefined) process.stdout.write(`${question}: `);
  const answer = typeof given === 'string' ? given : ((await answered.next()).value ?? '').trim();
  if (answer === '') throw new Wrong(`--${option} may not be empty.`);
  return answer;
}

async function askNumber(option: string, question: string): Promise<number> {
  const text = await ask(option, question);
  const number = Number(text);
  if (!Number.isFinite(number) || number < 0)
    throw new Wrong(`--${option} must be a number from 0 up; it is "${text}".`);
  return number;
}

async function askOne<T extends string>(option: string, question: string, among: readonly T[]): Promise<T> {
  const text = await ask(option, `${question} (${among.join(', ')})`);
  const one = among.find((a) => a === text);
  if (one === undefined) throw new Wrong(`--${option} must be one of ${among.join(', ')}; it is "${text}".`);
  return one;
}

/** "1>sleeve 2>tip 3>sleeve", the screen first. */
function wiresFrom(text: string): readonly Wire[] {
  return text.split(/\s+/).map((w) => {
    const [a, b] = w.split('>');
    if (!a || !b) throw new Wrong(`--wires is a list like "1>sleeve 2>tip"; "${w}" is none of these.`);
    return { a, b };
  });
}

async function answers(): Promise<Answers> {
  const kind = await askOne('kind', 'What is it', KINDS);
  const common = {
    id: await ask('id', 'Its id, in small letters with hyphens'),
    name: await ask('name', 'What people call it, without any maker'),
    summary: await ask('summary', 'What it is, in a few words'),
    price: await askNumber('price', 'About what it costs'),
    massG: await askNumber('mass', 'What it weighs, in grams'),
  };
  switch (kind) {
    case 'interface':
      return {
        ...common,
        kind,
        inputs: await askNumber('inputs', 'How many mic inputs'),
        connector: await askOne('connector', 'Its USB socket', ['usb-c:socket', 'usb-b:socket']),
        drawMa: await askNumber('draw', 'What it draws from USB, in mA'),
      };
    case 'lead':
      return {
        ...common,
        kind,
        from: await askOne('from', 'Plug A', CONNECTOR_NAMES),
        to: await askOne('to', 'Plug B', CONNECTOR_NAMES),
        wires: wiresFrom(
          await ask('wires', 'Which contact of A goes to which of B, the screen first, like 1>sleeve 2>tip'),
        ),
        lengthM: await askNumber('length', 'Its length, in metres'),
      };
    case 'usb-microphone':
      return {
        ...common,
        kind,
        connector: await askOne('connector', 'Its USB plug', ['usb-c:plug', 'usb-a:plug']),
        drawMa: await askNumber('draw', 'What it draws from USB, in mA'),
        sensitivityMvPerPa: await askNumber('sensitivity', 'Sensitivity of its capsule, in mV/Pa'),
      };
  }
}

/** What the class is for, as a first test: to be made sharper with a figure worked out by hand. */
function testOf(a: Answers): string {
  if (a.kind === 'lead') {
    const wires = a.wires.map((w) => `'a.${w.a} > b.${w.b}'`).join(', ');
    return `import { expect, test } from 'vitest';
import { catalogue } from '.';

// Make it sharper: a line that this cable is made for, with a figure worked out by hand.
test('${a.id} joins contact to contact', () => {
  const { circuit } = catalogue.parts.get('${a.id}')!;
  const wires = circuit.flatMap((e) => (e.is === 'resistor' ? [e.between.join(' > ')] : []));
  expect(wires).toEqual([${wires}]);
});
`;
  }
  const device = a.connector.startsWith('usb-c:plug') ? 'tablet-usb-c' : 'laptop-two-holes';
  const line =
    a.kind === 'interface'
      ? `    job: { app: 'studio' },
    device: '${device}',
    parts: { mic: 'dynamic-handheld', cable: 'lead-xlr', box: '${a.id}', usb: '${a.connector === 'usb-b:socket' ? 'lead-usb-a-b' : 'lead-usb-a-c'}' },
    connections: ['mic.xlr > cable.a', 'cable.b > box.in1', 'box.usb > usb.b', 'usb.a > ${device}.usb'],
    hears: { mic: 0.05 },`
      : `    device: '${device}',
    parts: { mic: '${a.id}' },
    connections: ['mic.usb > ${device}.usb'],
    hears: { mic: 0.3 },`;
  return `import { expect, test } from 'vitest';
import { assessed, gate, sketch } from '@/tests/support/bench-setup';

// Make it sharper: a line that this class is made for, with a figure worked out by hand.
test('${a.id} does what it is for', () => {
  const setup = sketch({
${line}
  });
  for (const name of ['fit', 'wired', 'seen', 'powered', 'safe'] as const) {
    expect(gate(assessed(setup), name).status, name).not.toBe('fail');
  }
});
`;
}

try {
  const a = await answers();
  const files = classFiles();
  const file = fileFor(a.kind);
  const written = skeletonOf(a);
  const built = readClasses({ ...files, parts: files.parts.map((f) => (f.file === file ? withClass(f, written) : f)) });
  if (!built.ok) throw new Wrong(built.problem.map(problemText).join('\n'));
  const path = new URL(`../catalogue/${file}`, import.meta.url);
  const test = new URL(`../catalogue/${a.id}.test.ts`, import.meta.url);
  if (existsSync(test)) throw new Wrong(`catalogue/${a.id}.test.ts is there already.`);
  const text = readFileSync(path, 'utf8').trimEnd();
  writeFileSync(path, `${text.slice(0, -1).trimEnd()},\n${JSON.stringify(written, null, 2)}\n]\n`);
  writeFileSync(test, testOf(a));
  console.log(`${a.id} is in catalogue/${file}, with catalogue/${a.id}.test.ts.
Next: npm run format, then docs/catalogue.md from step 4.`);
} catch (e) {
  if (!(e instanceof Wrong)) throw e;
  console.error(e.message);
  process.exitCode = 2;
} finally {
  lines.close();
}
