import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Ajv from 'ajv';
import { describe, expect, test, vi } from 'vitest';
import { catalogue } from '@/catalogue';
import { itemAt } from '@/core/algorithms';
import { writeWav } from '@/core/wav';
import { hiss, joined, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { main } from './main';
import { crashed } from './outcome';

/** Run the command as a shell does. */
function shell(args: readonly string[], input = '', node: readonly string[] = []) {
  const run = spawnSync(process.execPath, [...node, 'cli/symplex.mjs', ...args], { encoding: 'utf8', input });
  return { status: run.status, out: run.stdout, err: run.stderr };
}

/** The same without a process of its own, where nothing is read from standard input: a start takes longer than most work. */
async function symplex(args: readonly string[], input = '') {
  if (input !== '') return shell(args, input);
  const said = { out: '', err: '' };
  const spies = (['out', 'err'] as const).map((to) =>
    vi.spyOn(process[`std${to}`], 'write').mockImplementation((text) => {
      said[to] += String(text);
      return true;
    }),
  );
  try {
    const status = await main(args).catch(crashed);
    return { status, ...said };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}

test('who reads only the first line is not told of a fault', () => {
  const { stdout, stderr } = spawnSync(
    'bash',
    [
      '-c',
      'node cli/symplex.mjs check --json-lines demo/kiln-rehearsed.setup.json demo/kiln-rehearsed.setup.json demo/kiln-rehearsed.setup.json | head -c 10',
    ],
    { encoding: 'utf8' },
  );
  expect(stdout).toHaveLength(10);
  expect(stderr).toBe('');
});

describe('symplex check', () => {
  test('exits 0 and prints eight gates for a setup that works', async () => {
    const { status, out } = shell(['check', 'demo/kiln-rehearsed.setup.json']);
    expect(status).toBe(0);
    expect(out.match(/^(fit|wired|seen|level|clean|powered|heard|safe) +pass/gm)).toHaveLength(8);
  });
  test('exits 1 and names the guilty connection, each sentence once', async () => {
    const { status, out } = await symplex(['check', 'demo/kiln-first-try.setup.json']);
    expect(status).toBe(1);
    expect(out).toMatch(/seen +FAIL/);
    const sentences = out.split('\n').filter((l) => l.startsWith('         '));
    expect(sentences.join()).toMatch(/connection 4/);
    expect(new Set(sentences).size).toBe(sentences.length);
  });
  test('--json gives the readings that the verdicts rest on, as numbers', async () => {
    const { status, out } = await symplex(['check', '--json', 'demo/glaze-too-hot.setup.json']);
    expect(status).toBe(1);
    const report = JSON.parse(out);
    const level = report.verdicts.find((v: { gate: string }) => v.gate === 'level');
    const [arrival] = report.channels[0].arrivals;
    expect(level.value).toBeCloseTo(-arrival.peakDbfs, 9);
    // The word for it before this version.
    expect(level.room).toBe(level.margin);
    expect(out).not.toMatch(/NaN|Infinity/);
  });
  test('--json tells what each connection offers when it is pulled apart', async () => {
    const { out } = await symplex(['check', '--json', 'demo/kiln-rehearsed.setup.json']);
    // The headset adapter's bias, through 2.2 kohm.
    const [bias] = JSON.parse(out).probes.j5;
    expect(bias.shortMilliampere).toBeCloseTo((1000 * bias.openVolt) / 2200, 1);
  });
  test('tells the order of plugging, the question of the device answered in it', async () => {
    const { out } = await symplex(['check', 'demo/clay-call.setup.json']);
    expect(out).toMatch(
      /Not yet: seen fail.*in this order:\n1\. Headphones off your ears\n2\. Plug .*\n4\. Answer that it has a mic\n5\. Plug Headphones.*\n6\. Open the browser call page\n7\. Start low/s,
    );
    expect(JSON.parse((await symplex(['check', '--json', 'demo/kiln-first-try.setup.json'])).out).order).toBeNull();
  });
  test('reads standard input, and prints no control characters of the file', async () => {
    const text = readFileSync('demo/kiln-rehearsed.setup.json', 'utf8').replace('as rehearsed', '\\u001b[31mred');
    const { status, out } = await symplex(['check', '-'], text);
    expect(status).toBe(0);
    expect(out).toContain('[31mred');
    expect(out).not.toContain('\u001b');
  });
});

describe('symplex kit', () => {
  const files = ['demo/glaze-talk.job.json', 'demo/workshop-visit.job.json'];
  test('several jobs from one drawer: what to buy, and how each is then done; at once it cannot be cheaper', async () => {
    const kit = async (...more: readonly string[]) => {
      const { status, out } = await symplex([
        'kit',
        ...files,
        '--drawer',
        'demo/toolbox.drawer.json',
        '--json',
        ...more,
      ]);
      expect(status).toBe(0);
      return JSON.parse(out).kits[0];
    };
    const [after, together] = [await kit(), await kit('--at-once', 'glaze-talk,workshop-visit')];
    expect(after.jobs.map((j: { job: string }) => j.job)).toEqual(['glaze-talk', 'workshop-visit']);
    expect(after.gap).toBe(0);
    expect(together.cost).toBeGreaterThanOrEqual(after.cost);
  });
  test('a bag that is too light is refused with what the lightest weighs', async () => {
    const { status, out } = await symplex(['kit', itemAt(files, 1), '--bag', '5']);
    expect(status).toBe(1);
    expect(out).toMatch(/No kit is so light: the lightest weighs \d+ g/);
  });
  test('the list is CSV with a heading', async () => {
    expect((await symplex(['kit', itemAt(files, 1), '--csv'])).out).toMatch(/^count,what,check,from,to\n1,/);
  });
});

describe('bad input exits 2 and says what, where and what to do', () => {
  const works = JSON.parse(readFileSync('demo/kiln-rehearsed.setup.json', 'utf8'));
  test.each([
    ['a job that is not among them', ['kit', 'demo/glaze-talk.job.json', '--at-once', 'other'], '', /none of the jobs/],
    ['no such file', ['check', 'nowhere.json'], '', /cannot be read/],
    ['no JSON', ['check', '-'], '{', /not JSON/],
    [
      'a fault deep inside',
      ['check', '-'],
      JSON.stringify({ ...works, job: { ...works.job, minutes: -1 } }),
      /at \/job\/minutes/,
    ],
    ['a job where a setup is wanted', ['check', 'demo/glaze-talk.job.json'], '', /at \/format.*symplex\.setup/],
    [
      'a drawer that is none',
      ['plan', 'demo/glaze-talk.job.json', '--drawer', 'demo/glaze-talk.job.json'],
      '',
      /symplex\.drawer/,
    ],
    ['an unknown option', ['check', '--fast', 'x'], '', /no option --fast/],
    ['nothing to do', [], '', /symplex check FILE/],
  ])('%s', async (_, args, input, message) => {
    const { status, out, err } = await symplex(args, input);
    expect(status).toBe(2);
    expect(out).toBe('');
    expect(err).toMatch(message);
  });
});

test('symplex spice writes a deck, and with --json which of its nodes is which contact', async () => {
  const deck = await symplex(['spice', 'demo/kiln-rehearsed.setup.json']);
  expect(deck.status).toBe(0);
  expect(deck.out).toMatch(/\.op[\s\S]*\.end/);
  const { nodes, deck: same } = JSON.parse((await symplex(['spice', '--json', 'demo/kiln-rehearsed.setup.json'])).out);
  expect(same).toBe(deck.out);
  expect(nodes).toHaveProperty(['adapter/socket.sleeve']);
});

test('symplex plan finds a chain from the drawer; with no money and no drawer it exits 1', async () => {
  const planned = await symplex(['plan', 'demo/glaze-talk.job.json', '--drawer', 'demo/toolbox.drawer.json', '--json']);
  expect(planned.status).toBe(0);
  expect(JSON.parse(planned.out).answers[0]).toMatchObject({ failing: 0, unknown: 0 });
  const poor = { ...JSON.parse(readFileSync('demo/glaze-talk.job.json', 'utf8')), budget: 0 };
  // A dead end says which wishes cannot hold together, and what would open a way.
  const dead = await symplex(['plan', '-'], JSON.stringify({ ...poor, budget: 15, with: [{ sort: 'wireless' }] }));
  expect(dead.status).toBe(1);
  expect(dead.out).toMatch(/What rules it out: what is to be spent at most\./);
  expect(dead.out).toMatch(/What would open a way:\n- {2}Spend what it takes/);
});

test('symplex plan --json is as its schema says, of an answer and of a dead end; --with and --why-not are heeded', async () => {
  const schemaOf = (name: string) => JSON.parse(readFileSync(`public/schemas/${name}.schema.json`, 'utf8'));
  const ajv = new Ajv({ allErrors: true, strict: false });
  for (const name of ['job', 'setup']) ajv.addSchema(schemaOf(name));
  const isPlan = ajv.compile(schemaOf('plan'));
  const owning = ['demo/glaze-talk.job.json', '--drawer', 'demo/toolbox.drawer.json', '--json'];
  const { out } = await symplex(['plan', ...owning, '--with', 'wireless', '--why-not', 'mixer']);
  const planned = JSON.parse(out);
  expect(isPlan(planned), JSON.stringify(isPlan.errors?.slice(0, 3))).toBe(true);
  for (const a of planned.answers)
    expect(a.setup.parts.some((p: { class: string }) => catalogue.parts.get(p.class)?.kind === 'wireless')).toBe(true);
  expect(planned.whyNot).not.toBeNull();
  const apart = {
    ...planned.answers[0].setup.job,
    app: 'browser-call',
    device: 'phone-headset',
    arrangement: 'side-each',
  };
  const two = { ...apart, sources: ['a', 'b'].map((id) => ({ id, name: id, splAt1m: 62 })) };
  const dead = JSON.parse((await symplex(['plan', '-', '--json'], JSON.stringify(two))).out);
  expect(isPlan(dead), JSON.stringify(isPlan.errors?.slice(0, 3))).toBe(true);
  expect(dead).toMatchObject({ tried: 0, answers: [], impossible: expect.stringMatching(/records one channel/) });
  const stray = await symplex(['plan', 'demo/glaze-talk.job.json', '--with', 'no such thing']);
  expect(stray.status).toBe(2);
  expect(stray.err).toMatch(/no class, owned part or sort "no such thing"/);
});

test('symplex diagnose tells what it may be and what to try next, follows the answers to the fix, and says what it does not understand', async () => {
  const ask = async (...args: string[]) => {
    const { status, out } = await symplex([
      'diagnose',
      'demo/kiln-rehearsed.setup.json',
      '--json',
      '--noticed',
      ...args,
    ]);
    expect(status).toBe(0);
    return JSON.parse(out);
  };
  const start = await ask('Listed, but there is no sound');
  expect(start.said).toEqual(['Listed, but no level']);
  const chances = start.causes.map((c: { chance: number }) => c.chance);
  expect(chances.every((c: number) => c >= 0 && c <= 1)).toBe(true);
  const answer = (id: string, value: string) => ['--answer', `${id}=${value}`];
  const { id, answers } = start.next;
  const then = await ask('Listed, but there is no sound', ...answer(id, answers[0].value));
  expect(then.asked).toBe(1);
  expect(then.next.id).not.toBe(id);
  const done = await ask('Listed, but there is no sound', ...answer('do session permission', 'yes'));
  expect(done.end).toMatchObject({ how: 'mended', cause: 'The browser call page is not allowed to use the mic' });
  expect(await symplex(['diagnose', 'demo/kiln-rehearsed.setup.json', '--noticed', 'a fine day'])).toMatchObject({
    status: 2,
    err: expect.stringMatching(/nothing in "a fine day" is understood.*Hiss/),
  });
});

test('symplex levels tells where knobs may stand; with a voice that does not arrive it exits 1', async () => {
  const { status, out } = await symplex(['levels', 'demo/kiln-rehearsed.setup.json']);
  expect(status).toBe(0);
  expect(out).toMatch(/^Twin receiver, level, -?\d+ to -?\d+ dB: -?\d+, -?\d+, -?\d+$/m);
  expect(out).toMatch(/^Mirela: \d+, 63, \d+$/m);
  const told = JSON.parse((await symplex(['levels', '--json', 'demo/kiln-rehearsed.setup.json'])).out);
  expect(told.schools.best.figures.peakDbfs).toBeLessThanOrEqual(-12);
  expect((await symplex(['levels', 'demo/kiln-first-try.setup.json'])).status).toBe(1);
});

test('symplex take measures a recording, and sets it beside a setup; what is no WAV is refused', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'symplex-cli-'));
  try {
    const file = join(folder, 'take.wav');
    const side = sum(talker(1), hiss(-75));
    writeFileSync(file, writeWav(RATE, [side, side]));
    const alone = await symplex(['take', file, '--json']);
    expect(alone.status).toBe(0);
    expect(JSON.parse(alone.out)).toMatchObject({ rateHz: RATE, channels: 2, sides: { sides: 'dual mono' } });
    const beside = await symplex(['take', file, '--setup', 'demo/kiln-first-try.setup.json']);
    expect(beside.status).toBe(1);
    expect(beside.out).toMatch(/^level +DIFFERS: computed hardly anything/m);
    const wrong = await symplex(['take', 'README.md']);
    expect([wrong.status, wrong.err]).toEqual([2, expect.stringMatching(/README\.md: at the top: .*begin as a WAV/)]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('symplex edit puts a folder of takes right: what each needs or what is asked; what cannot be read is told', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'symplex-cli-'));
  try {
    const [from, to] = [join(folder, 'takes'), join(folder, 'out')];
    mkdirSync(from);
    writeFileSync(join(from, 'a.wav'), writeWav(RATE, [sum(talker(4), hiss(-58))]));
    writeFileSync(join(from, 'b.wav'), 'no sound');
    const { status, out, err } = await symplex(['edit', from, '--out', to]);
    expect([status, err]).toEqual([2, expect.stringMatching(/b\.wav: at the top: /)]);
    expect(out).toMatch(/^a\.wav: noise turned down, loudness set to −16 LUFS\. Saved as .*a edited\.wav\.$/m);
    expect(out).toMatch(/^ {2}Loudness +−\d\d\.\d LUFS to −1[56]\.\d LUFS$/m);
    expect(readdirSync(to)).toEqual(['a edited.wav']);
    const asked = await symplex([
      'edit',
      join(from, 'a.wav'),
      '--out',
      join(folder, 'low'),
      '--low-cut',
      '90',
      '--json',
    ]);
    expect(JSON.parse(asked.out).takes[0].edits).toEqual([{ do: 'low-cut', hz: 90 }]);
    const over = await symplex(['edit', from, '--out', to]);
    expect([over.status, over.err]).toEqual([2, expect.stringMatching(/a edited\.wav: This file is there already/)]);
    const bad = await symplex(['edit', from, '--out', to, '--noise', 'much']);
    expect([bad.status, bad.err]).toEqual([
      2,
      expect.stringMatching(/--noise takes decibels from 1 to 40; much is none/),
    ]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('symplex align lays takes on the first and saves them there; what cannot be is told, and nothing is overwritten', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'symplex-cli-'));
  try {
    const written = (name: string, x: Float32Array) => {
      writeFileSync(join(folder, name), writeWav(RATE, [x]));
      return join(folder, name);
    };
    const event = sum(talker(4), hiss(-80));
    const far = sum(scaled(event, -9), hiss(-62, 14, 11));
    const desk = written('desk.wav', event);
    const lost = joined(far.subarray(1.5 * RATE, 6 * RATE), far.subarray(8 * RATE));
    const others = [
      written(
        'camera.wav',
        lost.map((v) => -v),
      ),
      written('other.wav', talker(6)),
    ];
    const { status, out } = await symplex(['align', desk, ...others, '--out', join(folder, 'on')]);
    expect(status).toBe(1);
    expect(out).toMatch(/^camera\.wav begins 1\.500 s after desk\.wav\.$/m);
    expect(out).toMatch(/^From 0:0[56]\.\d\d on camera\.wav lies 2\.000 s later: it lost that much/m);
    expect(out).toMatch(/^camera\.wav has the opposite polarity/m);
    expect(out).toMatch(/^other\.wav cannot be lined up\./m);
    expect(readdirSync(join(folder, 'on'))).toEqual(['camera lined up.wav']);
    const again = await symplex(['align', desk, join(folder, 'on', 'camera lined up.wav'), '--json']);
    expect(again.status).toBe(0);
    const { lined } = JSON.parse(again.out).takes[0];
    expect(Math.abs(lined.offsetS)).toBeLessThan(0.0003);
    expect([lined.pieces.length, lined.isInverted]).toEqual([1, false]);
    const over = await symplex(['align', desk, ...others, '--out', join(folder, 'on')]);
    expect([over.status, over.err]).toEqual([
      2,
      expect.stringMatching(/camera lined up\.wav: This file is there already/),
    ]);
    expect((await symplex(['align', desk])).status).toBe(2);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a fault of the program is exit 3 and one line, not a gate that fails', async () => {
  // What stands for a fault: a square root that is not there, met in the middle of an assessment.
  const broken = ['--import', 'data:text/javascript,Math.hypot = () => { throw new Error("no such number"); }'];
  const { status, out, err } = shell(['check', 'demo/kiln-rehearsed.setup.json'], '', broken);
  expect(status).toBe(3);
  expect(out).toBe('');
  expect(err).toBe('symplex: this is a fault of the program, not of the file: no such number\n');
});
