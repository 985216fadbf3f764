import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { catalogue } from '@/catalogue';
import type { Setup } from '@/core/model';
import { demoSetups } from '@/demo';
import { database, everythingKept } from '@/store';
import { everythingHere, keepChange, keepRevision, keepSetup, overruled } from './keeping';

const base = demoSetups[0] as Setup;
const named = (name: string, of: Setup = base): Setup => ({ ...of, name });
const kept = async () => (await everythingKept(catalogue)).setups.find((s) => s.id === base.id);
const here = async () => (await everythingHere()).setups.find((s) => s.id === base.id);

/** The next write is refused as a browser with a full disk refuses it; what it would have given is of no type here. */
const refuseNext = () =>
  vi
    .spyOn(database(), 'transaction')
    .mockImplementationOnce((() => Promise.reject(new DOMException('no room', 'QuotaExceededError'))) as never);

beforeEach(async () => {
  await database().delete();
  await database().open();
});
afterEach(() => {
  vi.restoreAllMocks();
  database().close();
});

test('what the browser refused stands in what is saved to a file, later work on it too, until it is kept', async () => {
  refuseNext();
  expect(await keepSetup('Rename', base, named('first'))).toEqual({ kept: false, word: null });
  expect((await kept())?.name).toBe(base.name);
  expect((await here())?.name).toBe('first');

  refuseNext();
  const minutes = { ...base, job: { ...base.job, minutes: base.job.minutes + 7 } };
  await keepSetup('Longer', base, minutes);
  expect(await here()).toMatchObject({ name: 'first', job: { minutes: base.job.minutes + 7 } });

  expect(await keepSetup('Rename', base, named('second'))).toMatchObject({ kept: true });
  expect((await kept())?.name).toBe('second');
  expect((await everythingHere()).setups).toHaveLength(demoSetups.length);
});

test('what another window changed meanwhile stays, and what is replaced of it is said', async () => {
  await keepChange('Elsewhere', [
    { kind: 'setups', id: base.id, become: (s) => s && { ...s, name: 'theirs', job: { ...s.job, minutes: 99 } } },
  ]);
  const { kept: isKept, word } = await keepRevision('Rename', 'setups', base, named('mine'));
  expect([isKept, word]).toEqual([true, 'Rename: this replaces what another window had just set.']);
  expect(await kept()).toMatchObject({ name: 'mine', job: { minutes: 99 } });
});

test('what another window sets otherwise than this one kept last is told once; one’s own work is not', async () => {
  await keepSetup('Rename', base, named('mine'));
  const mine = (await kept()) as Setup;
  expect(overruled('setups', mine)).toBeNull();
  expect(overruled('setups', named('theirs', mine))).toBe('Rename');
  expect(overruled('setups', named('theirs', mine))).toBeNull();
});
