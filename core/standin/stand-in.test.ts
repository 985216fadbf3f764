import { describe, expect, test } from 'vitest';
import { sketch, usbMic } from '@/tests/support/bench-setup';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import type { Setup } from '../model';
import { type Act, act, atRest, type StandIn, shortestOrder } from '.';

const play = (setup: Setup, ...acts: readonly Act[]): StandIn =>
  acts.reduce((now, a) => act(setup, catalogue, now, a), atRest(setup, catalogue));
const plug = (joint: string): Act => ({ do: 'plug', joint });
const open: Act = { do: 'open' };

describe('plugged before or after the app is opened', () => {
  test('a notice appears and the list grows; the app takes it when it is opened', () => {
    const setup = usbMic('plain-camera');
    const plugged = play(setup, plug('j1'));
    expect(plugged.notice).toMatch(/connected$/);
    expect(plugged.list).toHaveLength(2);
    expect(plugged.taken).toBeNull();
    expect(play(setup, plug('j1'), open).taken).toBe('mic usb');
  });
  test('plugged while it is open, an app that looks only when opened goes on with the built-in one: the lost take', () => {
    const setup = usbMic('plain-camera');
    expect(play(setup, open, plug('j1')).taken).toBe('tablet-usb-c built-in');
    expect(play(setup, open, plug('j1'), { do: 'close' }, open).taken).toBe('mic usb');
  });
  test('a recorder with a picker lists it at once, and takes it when it is chosen', () => {
    const setup = usbMic('recorder-picker');
    const late = play(setup, open, plug('j1'));
    expect(late.taken).toBe('tablet-usb-c built-in');
    expect(act(setup, catalogue, late, { do: 'choose', input: 'mic usb' }).taken).toBe('mic usb');
  });
  test('a voice-chat app on a tablet passes over what is no headset, whatever the order', () => {
    const setup = usbMic('voice-chat');
    for (const acts of [
      [plug('j1'), open],
      [open, plug('j1')],
    ]) {
      expect(play(setup, ...acts).taken).toBe('tablet-usb-c built-in');
    }
  });
  test('playback goes with the input that is recorded, not with what is merely plugged: headphones elsewhere go silent', () => {
    const setup = usbMic('recorder-picker', {
      parts: { mic: 'usb-mic-large', lead: 'lead-usb-a-b', adapter: 'usbc-usba' },
      joints: ['mic.usb > lead.b', 'lead.a > adapter.usb', 'adapter.plug > tablet-usb-c.usb'],
      hears: { mic: 0.3 },
    });
    const late = play(setup, open, plug('j1'), plug('j2'), plug('j3'));
    expect(late.playsFrom).toBe('tablet-usb-c');
    expect(act(setup, catalogue, late, { do: 'choose', input: 'mic usb' }).playsFrom).toBe('mic');
  });
  test('drawn out in the middle, the app falls back to the built-in one and says so', () => {
    const setup = usbMic('studio');
    const after = play(setup, plug('j1'), open, { do: 'unplug', joint: 'j1' });
    expect(after).toMatchObject({ taken: 'tablet-usb-c built-in', notice: expect.stringMatching(/disconnected$/) });
  });
});

describe('a laptop that asks what was plugged in', () => {
  const setup = sketch({
    device: 'laptop-headset',
    parts: { mic: 'lapel-3', split: 'splitter-2-1', ears: 'headphones' },
    joints: ['mic.plug > split.mic', 'ears.plug > split.phones', 'split.plug > laptop-headset.socket'],
    hears: { mic: 0.2 },
  });
  const asked = play(setup, plug('j1'), plug('j2'), plug('j3'));
  test('asks, and lists the microphone when told that it is a headset', () => {
    expect(asked).toMatchObject({ asking: true, notice: 'Something is in the headset socket. Has it a mic?' });
    expect(asked.list.map((l) => l.builtIn)).toEqual([true]);
    const told = act(setup, catalogue, asked, { do: 'answer', as: 'headset' });
    expect(told.list).toHaveLength(2);
    expect(act(setup, catalogue, told, open).taken).toBe('laptop-headset headset');
  });
  test('told that it is headphones, it lists no microphone, and the app goes on with its own', () => {
    const told = act(setup, catalogue, asked, { do: 'answer', as: 'headphones' });
    expect(told.list).toHaveLength(1);
    expect(told.missing).toEqual([expect.objectContaining({ why: 'told-headphones' })]);
    expect(act(setup, catalogue, told, open).taken).toBe('laptop-headset built-in');
  });
  test('the order of plugging has the answer in it', () => {
    const { acts } = shortestOrder(setup, catalogue)!;
    expect(acts).toContainEqual({ do: 'answer', as: 'headset' });
    expect(acts.at(-1)).toEqual(open);
  });
});

describe('the order of plugging', () => {
  /** Every order of making all joints and opening the app, and a choice at its end. */
  function* everyOrder(setup: Setup): Generator<readonly Act[]> {
    const base: readonly Act[] = [...setup.joints.map((j) => plug(j.id)), open];
    const permute = function* (left: readonly Act[], done: readonly Act[]): Generator<readonly Act[]> {
      if (left.length === 0) yield done;
      for (const a of left)
        yield* permute(
          left.filter((x) => x !== a),
          [...done, a],
        );
    };
    yield* permute(base, []);
  }
  const wantedOf = (setup: Setup) => shortestOrder(setup, catalogue)?.states.at(-1)?.taken;

  const two = (app: string) =>
    usbMic(app, {
      device: 'phone-headset',
      parts: { mic: 'lapel-4', other: 'lapel-usb-c' },
      joints: ['mic.plug > phone-headset.socket', 'other.usb > phone-headset.usb'],
      hears: { mic: 0.2 },
    });
  test.each([
    ['a microphone on a tablet', usbMic('plain-camera')],
    ['the same with a picker', usbMic('recorder-picker')],
    ['a headset microphone beside a digital one, both plugged', two('studio')],
    [
      'a desk microphone by two cables',
      usbMic('studio', {
        parts: { mic: 'usb-mic-large', lead: 'lead-usb-a-b', adapter: 'usbc-usba' },
        joints: ['mic.usb > lead.b', 'lead.a > adapter.usb', 'adapter.plug > tablet-usb-c.usb'],
        hears: { mic: 0.3 },
      }),
    ],
  ])('%s: none that was tried of all there are is shorter', (_, setup) => {
    const found = shortestOrder(setup, catalogue)!;
    const wanted = wantedOf(setup);
    let least = Number.POSITIVE_INFINITY;
    for (const acts of everyOrder(setup)) {
      // Where the device asks, it is told the truth: one act more.
      let [now, length] = [atRest(setup, catalogue), 0];
      for (const a of acts) {
        now = act(setup, catalogue, now, a);
        length += 1;
        if (now.asking) {
          now = act(setup, catalogue, now, { do: 'answer', as: 'headset' });
          length += 1;
        }
      }
      if (now.taken !== wanted) {
        now = act(setup, catalogue, now, { do: 'choose', input: wanted as string });
        length += 1;
      }
      if (now.taken === wanted) least = Math.min(least, length);
    }
    expect(found.acts).toHaveLength(least);
  });
  test('what is set against it is set right on the way, one act each', () => {
    const against: Setup = { ...usbMic('plain-camera'), session: { permission: 'refused', automatic: 'off' } };
    const { acts, states } = shortestOrder(against, catalogue)!;
    expect(acts).toEqual([plug('j1'), { do: 'allow', on: true }, { do: 'automatic', on: true }, open]);
    expect(states.at(-1)!.taken).toBe('mic usb');
    // A picker needs no automatic choice, but then the choice itself.
    const picked = shortestOrder({ ...usbMic('recorder-picker'), session: { automatic: 'off' } }, catalogue)!;
    expect(picked.acts).toEqual([plug('j1'), open, { do: 'choose', input: 'mic usb' }]);
  });
  test('the rehearsed demo ends with the headset adapter recorded; the first try, which shorts, has no order', () => {
    const order = shortestOrder(demoSetups.find((s) => s.id === 'kiln-rehearsed')!, catalogue)!;
    expect(order.states.at(-1)!.taken).toBe('adapter headset');
    expect(order.acts.at(-1)).toEqual(open);
    expect(shortestOrder(demoSetups.find((s) => s.id === 'kiln-first-try')!, catalogue)).toBeNull();
  });
});
