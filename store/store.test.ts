import { itemAt, pairOf } from '@/core/algorithms';
import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { type Bundle, type Drawer, FORMAT_VERSION, PLAIN_USUAL, type Setup, writeDocument } from '@/core/model';
import { demoDrawer, demoJobs, demoSetups } from '@/demo';
import {
  bringIn,
  bringInFile,
  change,
  database,
  everythingAsFile,
  everythingKept,
  idsOf,
  keepUsual,
  nextSteps,
  redo,
  revise,
  setAside,
  undo,
  usual,
} from '.';
import { broughtForward } from './forward';
import { reader } from './reader';
import { liveAsUsual } from './usual';

beforeEach(async () => {
  await database().delete();
  await database().open();
});
afterEach(() => database().close());

const text = async () => writeDocument(await everythingKept(catalogue));
const rename = (id: string, name: string) =>
  change(`Rename to ${name}`, [{ kind: 'setups', id, become: (s) => s && { ...s, name } }]);

test('a browser that has nothing yet gets the demo', async () => {
  const kept = await everythingKept(catalogue);
  expect([kept.setups.length, kept.jobs.length, kept.drawers.length]).toEqual([demoSetups.length, demoJobs.length, 1]);
});

describe('undo and redo', () => {
  type Move =
    | { readonly do: 'rename'; readonly which: number; readonly name: string }
    | { readonly do: 'remove'; readonly which: number }
    | { readonly do: 'add'; readonly which: number }
    | { readonly do: 'undo' }
    | { readonly do: 'redo' };
  const which = fc.integer({ min: 0, max: 3 });
  const move: fc.Arbitrary<Move> = fc.oneof(
    fc.record({ do: fc.constant('rename' as const), which, name: fc.constantFrom('a', 'b', 'c') }),
    fc.record({ do: fc.constant('remove' as const), which }),
    fc.record({ do: fc.constant('add' as const), which }),
    fc.constant<Move>({ do: 'undo' }),
    fc.constant<Move>({ do: 'redo' }),
  );

  test('walk the same states back and forth, whatever was done', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(move, { maxLength: 14 }), async (moves) => {
        await database().delete();
        await database().open();
        // The oracle: every state there was, and where we stand.
        let states = [await text()];
        let at = 0;
        for (const m of moves) {
          if (m.do === 'undo') {
            await undo();
            at = Math.max(0, at - 1);
          } else if (m.do === 'redo') {
            await redo();
            at = Math.min(states.length - 1, at + 1);
          } else {
            const { id } = itemAt(demoSetups, m.which);
            const put = m.do === 'add' ? itemAt(demoSetups, m.which) : null;
            if (m.do === 'rename') await rename(id, m.name);
            else await change(m.do, [{ kind: 'setups', id, become: () => put }]);
            const now = await text();
            if (now !== states[at]) {
              states = [...states.slice(0, at + 1), now];
              at += 1;
            }
          }
          expect(await text()).toBe(states[at]);
        }
      }),
      { numRuns: 25, seed: 11 },
    );
  });
  test('say what they would do, and nothing when there is nothing', async () => {
    expect(await undo()).toBeNull();
    await rename(itemAt(demoSetups, 0).id, 'Other');
    expect((await nextSteps()).back?.label).toBe('Rename to Other');
    expect(await undo()).toBe('Rename to Other');
    expect((await nextSteps()).forth?.label).toBe('Rename to Other');
  });
  test('a change that throws half-way leaves everything as it was, and no step', async () => {
    const before = await text();
    const two = change('Half', [
      { kind: 'jobs', id: itemAt(demoJobs, 0).id, become: () => null },
      {
        kind: 'drawers',
        id: demoDrawer.id,
        become: () => {
          throw new Error('power cut');
        },
      },
    ]);
    await expect(two).rejects.toThrow('power cut');
    expect(await text()).toBe(before);
    expect((await nextSteps()).back).toBeNull();
  });
  test('two tabs that change one drawer at once both keep what they did', async () => {
    const add = (id: string) =>
      change(`Add ${id}`, [
        {
          kind: 'drawers',
          id: demoDrawer.id,
          become: (d) => d && { ...d, parts: [...d.parts, { id, class: 'pad-20' }] },
        },
      ]);
    await Promise.all([add('one'), add('two')]);
    const drawer = (await database().drawers.get(demoDrawer.id)) as Drawer;
    expect(
      drawer.parts
        .slice(-2)
        .map((p) => p.id)
        .sort(),
    ).toEqual(['one', 'two']);
  });
});

describe('files in and out', () => {
  test('everything saved, brought into an empty browser, is everything again', async () => {
    await rename(itemAt(demoSetups, 1).id, 'Changed');
    const saved = await text();
    await database().delete();
    await database().open();
    for (const kind of ['setups', 'jobs', 'drawers'] as const) await database().table(kind).clear();
    expect((await bringIn(saved, 'all.json', catalogue)).ok).toBe(true);
    expect(await text()).toBe(saved);
  });
  test('a document of the same name takes the place of the old one, and undo brings that back', async () => {
    const before = await text();
    const mine: Setup = { ...itemAt(demoSetups, 0), name: 'Mine' };
    await bringIn(writeDocument(mine), 'mine.json', catalogue);
    expect(await database().setups.get(mine.id)).toMatchObject({ name: 'Mine' });
    expect((await database().settings.get('setup'))?.value).toBe(mine.id);
    await undo();
    expect(await text()).toBe(before);
  });
  test('a bundle with one bad part in its last setup changes nothing, and says where', async () => {
    const before = await text();
    const bundle = JSON.parse(before);
    bundle.setups[0].name = 'Slipped in';
    bundle.setups[3].parts[0].knobs = { warp: 1 };
    const brought = await bringIn(JSON.stringify(bundle), 'bad.json', catalogue);
    expect(brought).toMatchObject({ ok: false, problem: { pointer: '/setups/3/parts/0/knobs/warp' } });
    expect(await text()).toBe(before);
    expect((await nextSteps()).back).toBeNull();
  });
});

describe('everything as one .symplex file', () => {
  const bytes = fc.uint8Array({ maxLength: 3000 });
  const here = async () => {
    const blob = async (b: Blob) => [b.type, ...new Uint8Array(await b.arrayBuffer())].join();
    const [takes, photos] = [await database().takes.toArray(), await database().photos.toArray()];
    return {
      text: await text(),
      takes: await Promise.all(takes.map(async (t) => ({ ...t, file: await blob(t.file) }))),
      photos: await Promise.all(photos.map(async (p) => ({ ...p, picture: await blob(p.picture) }))),
    };
  };
  test('whatever is kept is all there when the file is read into an empty browser', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({ name: fc.oneof(fc.string({ maxLength: 60 }), fc.constant('n'.repeat(255))), sound: bytes }),
          { maxLength: 4 },
        ),
        fc.uniqueArray(fc.record({ part: fc.stringMatching(/^[a-z0-9][a-z0-9._-]{0,20}$/), picture: bytes }), {
          maxLength: 4,
          selector: (p) => p.part,
        }),
        async (takes, photos) => {
          await database().delete();
          await database().open();
          await rename(itemAt(demoSetups, 0).id, 'Mine');
          await database().takes.bulkPut(
            takes.map(({ name, sound }, i) => ({
              id: `t${i}`,
              setup: i === 0 ? null : itemAt(demoSetups, 0).id,
              name,
              date: '2026-11-27',
              file: new Blob([sound as BlobPart], { type: 'audio/wav' }),
            })),
          );
          await database().photos.bulkPut(
            photos.map(({ part, picture }) => ({
              key: `toolbox/${part}`,
              picture: new Blob([picture as BlobPart], { type: 'image/jpeg' }),
            })),
          );
          const before = await here();
          const file = await everythingAsFile(catalogue);
          await database().delete();
          await database().open();
          expect(await bringInFile(file, 'all.symplex', catalogue)).toMatchObject({ ok: true });
          expect(await here()).toEqual(before);
          expect((await nextSteps()).back?.label).toBe('Open all.symplex');
        },
      ),
      { numRuns: 12 },
    );
  });
  test('with any byte of it wrong or cut off it is refused, or is just as it was', async () => {
    await database().takes.put({
      id: 'take',
      setup: null,
      name: 'Test',
      date: '2026-11-27',
      file: new Blob([new Uint8Array(500).fill(7)], { type: 'audio/wav' }),
    });
    const before = await here();
    const file = new Uint8Array(await (await everythingAsFile(catalogue)).arrayBuffer());
    await fc.assert(
      fc.asyncProperty(fc.nat(file.length - 1), fc.integer({ min: 1, max: 255 }), fc.boolean(), async (at, by, cut) => {
        const spoilt = cut ? file.slice(0, at) : file.map((b, i) => (i === at ? b ^ by : b));
        const brought = await bringInFile(new Blob([spoilt as BlobPart]), 'spoilt.symplex', catalogue);
        if (!brought.ok) expect(brought.problem.message).not.toBe('');
        expect(await here()).toEqual(before);
      }),
      { numRuns: 120 },
    );
  });
  test('one of version 1, from before there were settings, is read as it was', async () => {
    const old = new Blob([readFileSync('tests/older/version-1.symplex')]);
    expect(await bringInFile(old, 'old.symplex', catalogue)).toMatchObject({ ok: true });
    expect(await database().takes.get('t1')).toMatchObject({ setup: 'glaze-hall', name: 'Test' });
    expect(await database().photos.get('toolbox/x')).toBeDefined();
    expect(await database().settings.get('usual')).toBeUndefined();
  });
  test('what is usual goes along, to where nothing was chosen yet', async () => {
    const chosen = { ...PLAIN_USUAL, decimal: ',', mains: { hz: 60, volt: 120 } } as const;
    await keepUsual(chosen);
    const file = await everythingAsFile(catalogue);
    await keepUsual(PLAIN_USUAL);
    await bringInFile(file, 'all.symplex', catalogue);
    expect(usual()).toEqual(PLAIN_USUAL);
    await database().delete();
    await database().open();
    const brought = await bringInFile(file, 'all.symplex', catalogue);
    expect(brought.ok && brought.names.at(-1)).toMatch(/^settings/);
    // The page that is open goes on as it began; the next one has them.
    expect(usual()).toEqual(PLAIN_USUAL);
    await liveAsUsual();
    expect(usual()).toEqual(chosen);
    await keepUsual(PLAIN_USUAL);
  });
  test('stopped half way, nothing is written', async () => {
    const before = await here();
    const file = await everythingAsFile(catalogue);
    await expect(everythingAsFile(catalogue, { signal: AbortSignal.abort() })).rejects.toThrow();
    expect(await bringInFile(file, 'x', catalogue, { signal: AbortSignal.abort() })).toMatchObject({ ok: false });
    expect(await here()).toEqual(before);
  });
});

describe('two hands on one document', () => {
  const song = itemAt(
    demoSetups.filter((s) => s.id === 'kiln-song'),
    0,
  );
  const named = (s: Setup, id: string, name: string): Setup => ({
    ...s,
    parts: s.parts.map((p) => (p.id === id ? { ...p, name } : p)),
  });
  const [one, other] = pairOf(song.parts.slice(0, 2).map((p) => p.id));
  const there = async () => (await database().setups.get(song.id))!;
  const nameOf = async (id: string) => (await there()).parts.find((p) => p.id === id)!.name;

  test('what each did at another place is both there, whoever comes first; undo takes back the last alone', async () => {
    await Promise.all([
      revise('mine', 'setups', song, named(song, one, 'mine'), catalogue),
      revise('theirs', 'setups', song, named(song, other, 'theirs'), catalogue),
    ]);
    expect([await nameOf(one), await nameOf(other)]).toEqual(['mine', 'theirs']);
    await undo();
    expect([await nameOf(one), await nameOf(other)]).toEqual(['mine', itemAt(song.parts, 1).name]);
  });
  test('at the same place the later stands, and is told that it replaces', async () => {
    await revise('theirs', 'setups', song, named(song, one, 'theirs'), catalogue);
    const mine = await revise('mine', 'setups', song, named(song, one, 'mine'), catalogue);
    expect(mine).toEqual({ ok: true, replaced: [`/parts/${one}/name`] });
    expect(await nameOf(one)).toBe('mine');
  });
  test('of a setup that was removed meanwhile, or that would not go together, nothing is kept and why is told', async () => {
    const joined = song.joints.find((j) => [j.a.part, j.b.part].includes(other))!;
    const without = {
      ...song,
      parts: song.parts.filter((p) => p.id !== other),
      joints: song.joints.filter((j) => ![j.a.part, j.b.part].includes(other)),
      placements: song.placements.filter((p) => p.part !== other),
    };
    await change('gone', [{ kind: 'setups', id: song.id, become: () => without }]);
    const moved = { ...song, joints: song.joints.map((j) => (j === joined ? { ...j, outMm: 2 } : j)) };
    const added = { ...moved, joints: [...moved.joints, { ...joined, id: 'again' }] };
    const before = await there();
    const kept = await revise('add', 'setups', song, added, catalogue);
    expect(kept.ok === false && kept.message).toMatch(/changed in another window.*does not go together/);
    expect(await there()).toEqual(before);
    await change('all gone', [{ kind: 'setups', id: song.id, become: () => null }]);
    const late = await revise('late', 'setups', song, named(song, one, 'late'), catalogue);
    expect(late).toEqual({ ok: false, message: 'It was removed in another window.' });
  });
});

describe('a database of an older version', () => {
  const older: Bundle = JSON.parse(readFileSync('tests/older/version-1.bundle.json', 'utf8'));
  test('is brought forward once, undo and all', async () => {
    await reader();
    const then = itemAt(older.setups, 0);
    const renamed = { ...then, name: 'Kept by the first version, renamed' };
    await database().table('setups').put(renamed);
    await database().table('drawers').put(older.drawers[0]);
    await database()
      .table('steps')
      .add({ label: 'Rename', changes: [{ kind: 'setups', id: then.id, before: then, after: renamed }], undone: 0 });
    await broughtForward(database(), catalogue);
    const all = async () => [
      ...(await database().table('setups').toArray()),
      ...(await database().table('drawers').toArray()),
    ];
    expect((await all()).map((d) => d.version)).toEqual((await all()).map(() => FORMAT_VERSION));
    expect(await setAside(catalogue)).toEqual([]);
    await undo();
    expect(await database().setups.get(then.id)).toMatchObject({ name: then.name, version: FORMAT_VERSION });
    // Nothing is written where nothing is older.
    const before = JSON.stringify([await all(), await database().steps.toArray()]);
    await broughtForward(database(), catalogue);
    expect(JSON.stringify([await all(), await database().steps.toArray()])).toBe(before);
  });
});

describe('what lies in the database and is no document of ours', () => {
  const setup = itemAt(demoSetups, 0);
  const as = (change: object): unknown => ({ ...JSON.parse(JSON.stringify(setup)), id: 'bad', ...change });
  const { name: _, ...nameless } = setup;
  test.each([
    ['no name', { ...nameless, id: 'bad' }, ''],
    ['a name that is none', as({ name: { not: 'a name' } }), '/name'],
    ['no parts', as({ parts: null }), '/parts'],
    ['an app that is no name', as({ job: { ...setup.job, app: 'of the future' } }), '/job/app'],
    ['a newer version', as({ version: 99 }), '/version'],
    ['another format', as({ format: 'symplex.drawer' }), ''],
    [
      'a connection that leads to nothing',
      as({ joints: [{ ...itemAt(setup.joints, 0), a: { part: 'gone', port: 'x' } }] }),
      '/joints/0/a/part',
    ],
    ['what does not belong there', as({ extra: 1 }), ''],
    [
      'a number that is none',
      as({ placements: [{ ...itemAt(setup.placements, 0), distanceM: 'far' }] }),
      '/placements/0/distanceM',
    ],
    ['nothing but an id', { id: 'bad' }, '/format'],
  ])(
    '%s: set aside with its place, as it is; everything else is there and can be read back',
    async (_what, bad, at) => {
      await database().table('setups').put(bad);
      const { reader } = await import('./reader');
      const { readDocument } = await reader();
      const [aside, ...more] = await setAside(catalogue);
      expect(more).toEqual([]);
      expect(aside).toMatchObject({ kind: 'setups', id: 'bad', problem: { pointer: at } });
      expect(JSON.parse(aside.text)).toEqual(bad);
      expect([...(await idsOf('setups'))]).toContain('bad');
      const saved = await text();
      expect(readDocument(saved, catalogue).ok).toBe(true);
      expect(JSON.parse(saved).setups.map((s: Setup) => s.id)).toEqual(demoSetups.map((s) => s.id).sort());
      await change('Remove', [{ kind: 'setups', id: 'bad', become: () => null }]);
      expect(await setAside(catalogue)).toEqual([]);
      await undo();
      expect(await setAside(catalogue)).toHaveLength(1);
    },
  );
});

test('an entry of the log is a document like the others: kept, undone, in the file of everything, refused with its fault', async () => {
  const entry = {
    format: 'symplex.entry',
    version: FORMAT_VERSION,
    id: 'quay',
    name: 'Tape on the quay',
    at: '2026-11-20T10:15',
    did: 'note',
  } as const;
  const before = await text();
  expect(JSON.parse(before)).not.toHaveProperty('entries');
  await change('Note', [{ kind: 'entries', id: entry.id, become: () => entry }]);
  const after = await text();
  expect((await everythingKept(catalogue)).entries).toEqual([entry]);
  await undo();
  expect(await text()).toBe(before);
  expect(await bringIn(after, 'all.bundle.json', catalogue)).toMatchObject({ ok: true });
  expect(await text()).toBe(after);
  expect(await bringIn(JSON.stringify({ ...entry, at: '2026-02-31T10:15' }), 'x.json', catalogue)).toMatchObject({
    ok: false,
    problem: { pointer: '/at' },
  });
});
