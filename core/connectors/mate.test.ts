import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CONNECTOR_NAMES } from './connector';
import { type Connector, connectorNamed, mate } from './index';

const named = (name: string): Connector => connectorNamed(name)!;
const touches = (plug: string, socket: string, outMm = 0) => {
  const m = mate(named(plug), named(socket), outMm);
  if (!m.fits) throw new Error(m.reason);
  return m.touches.map((t) => `${t.socket}:${t.plug}`).join(' ');
};

describe('seated plugs (IEC 60603-11 and JEITA RC-5325A, figures from memory)', () => {
  test.each([
    ['plug-3.5-4', 'socket-3.5-4', 'tip:tip ring1:ring1 ring2:ring2 sleeve:sleeve'],
    ['plug-3.5-3', 'socket-3.5-3', 'tip:tip ring1:ring1 sleeve:sleeve'],
    ['plug-3.5-2', 'socket-3.5-2', 'tip:tip sleeve:sleeve'],
    ['plug-6.35-3', 'socket-6.35-3', 'tip:tip ring1:ring1 sleeve:sleeve'],
    ['plug-6.35-2', 'socket-6.35-2', 'tip:tip sleeve:sleeve'],
    // The classic: a long sleeve lies on ring 2 and sleeve contacts at once.
    ['plug-3.5-3', 'socket-3.5-4', 'tip:tip ring1:ring1 ring2:sleeve sleeve:sleeve'],
    ['plug-3.5-2', 'socket-3.5-4', 'tip:tip ring1:sleeve ring2:sleeve sleeve:sleeve'],
    ['plug-3.5-2', 'socket-3.5-3', 'tip:tip ring1:sleeve sleeve:sleeve'],
    ['plug-6.35-2', 'socket-6.35-3', 'tip:tip ring1:sleeve sleeve:sleeve'],
    // A headset in a three-pole socket: the bushing ties its ground and its microphone.
    ['plug-3.5-4', 'socket-3.5-3', 'tip:tip ring1:ring1 sleeve:ring2 sleeve:sleeve'],
    ['plug-3.5-4', 'socket-3.5-3-short', 'tip:tip ring1:ring1 sleeve:sleeve'],
  ])('%s in %s', (plug, socket, expected) => expect(touches(plug, socket)).toBe(expected));
});

describe('plugs that are out', () => {
  test('out by one pole, every contact is one along', () => {
    expect(touches('plug-3.5-4', 'socket-3.5-4', 3.1)).toBe('ring1:tip ring2:ring1 sleeve:ring2');
  });
  test('a spring on an insulating ring bridges its neighbours', () => {
    const m = mate(named('plug-3.5-4'), named('socket-3.5-4'), 1.45);
    expect(m).toMatchObject({
      fits: true,
      bridges: [
        { socket: 'ring1', plug: ['tip', 'ring1'] },
        { socket: 'ring2', plug: ['ring1', 'ring2'] },
      ],
    });
  });
  test('a case of 2 mm moves the microphone contact of a TRRS plug off its ring', () => {
    expect(touches('plug-3.5-4', 'socket-3.5-4', 2)).toContain('sleeve:ring2');
  });
  test('far enough out touches nothing, for every pair that fits', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CONNECTOR_NAMES), fc.constantFrom(...CONNECTOR_NAMES), (x, y) => {
        fc.pre(!x.startsWith('radio'));
        const m = mate(named(x), named(y), 40);
        expect(m.fits ? m.touches : []).toEqual([]);
      }),
    );
  });
});

describe('what goes with what', () => {
  test('mating is symmetric, and needs one plug and one socket of a kind', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CONNECTOR_NAMES), fc.constantFrom(...CONNECTOR_NAMES), (x, y) => {
        const ab = mate(named(x), named(y), 0);
        const ba = mate(named(y), named(x), 0);
        expect(ab.fits).toBe(ba.fits);
        if (ab.fits && ba.fits) {
          expect(ab.touches).toEqual(ba.touches);
          expect(ab.plugIs).not.toBe(ba.plugIs);
          expect(x.includes('plug')).not.toBe(y.includes('plug'));
        } else if (!ab.fits) expect(ab.reason).toMatch(/does not go with/);
      }),
      { numRuns: 500 },
    );
  });
  test.each([
    ['plug-6.35-3', 'socket-3.5-3'],
    ['usb-a:plug', 'usb-c:socket'],
    ['xlr3:plug', 'xlr3:plug'],
    ['eight-contact:plug', 'usb-c:socket'],
  ])('%s does not fit %s', (x, y) => expect(mate(named(x), named(y), 0).fits).toBe(false));
});
