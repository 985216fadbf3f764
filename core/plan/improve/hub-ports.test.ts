import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sketch } from '@/tests/support/bench-setup';
import { catalogue } from '@/tests/support/frozen';
import { itemAt } from '../../algorithms';
import { compile } from '../../compile';
import type { Setup } from '../../model';
import { usbTree } from '../../power';
import { hubPorts } from '..';

const SOCKETS = ['usb1', 'usb2', 'usb3', 'usb4', 'usb5'];

/** Microphones on leads in these sockets of the hub with a strong and a charging port, each drawing as told. */
const onHub = (sockets: readonly string[], drawMa: readonly number[]): Setup =>
  sketch({
    device: 'laptop-headphones-only',
    job: { sources: [{ id: 'v', name: 'Voice', splAt1m: 60 }] },
    parts: {
      up: 'usba-usbc',
      hub: 'hub-mains-charging',
      ...Object.fromEntries(
        drawMa.flatMap((ma, i) => [
          [`m${i}`, { class: 'usb-mic-large', values: { drawMa: ma } }],
          [`l${i}`, 'lead-usb-a-b'],
        ]),
      ),
    },
    joints: [
      'up.plug > laptop-headphones-only.usb',
      'hub.plug > up.usb',
      ...drawMa.flatMap((_, i) => [`l${i}.a > hub.${sockets[i]}`, `m${i}.usb > l${i}.b`]),
    ],
    hears: {},
  });

/** How many microphones are noticed, and the least that any has to spare. */
function worth(setup: Setup): readonly [number, number] {
  const nodes = [...usbTree(compile(setup, catalogue)).nodes.values()].filter((n) => n.part.startsWith('m'));
  return [nodes.filter((n) => n.noData === null).length, Math.min(...nodes.map((n) => n.spareMa))];
}

describe('which socket of a hub for which piece', () => {
  test('by hand: what asks 800 mA goes into the strong socket, what sits in the charging one comes out of it', () => {
    const found = itemAt(hubPorts(onHub(['usb1', 'usb5'], [800, 100]), catalogue), 0);
    expect(found.moves).toContainEqual({ part: 'l0', from: 'usb1', to: 'usb4' });
    expect(found.moves.find((m) => m.part === 'l1')).toMatchObject({ from: 'usb5' });
    expect(found.betterMa).toBeGreaterThan(0);
    expect(hubPorts(found.setup, catalogue)).toEqual([]);
  });
  test('none of all placings is better than the one proposed', () => {
    const placed = fc.shuffledSubarray(SOCKETS, { minLength: 2, maxLength: 3 });
    let moved = 0;
    fc.assert(
      fc.property(placed, fc.array(fc.integer({ min: 50, max: 1600 }), { minLength: 3, maxLength: 3 }), (at, ma) => {
        const draws = ma.slice(0, at.length);
        const setup = onHub(at, draws);
        const [found] = hubPorts(setup, catalogue);
        const [noticed, spare] = worth(found?.setup ?? setup);
        moved += found ? 1 : 0;
        const every = (taken: readonly string[]): readonly (readonly string[])[] =>
          taken.length === draws.length
            ? [taken]
            : SOCKETS.filter((s) => !taken.includes(s)).flatMap((s) => every([...taken, s]));
        for (const sockets of every([])) {
          const [n, s] = worth(onHub(sockets, draws));
          expect(n < noticed || (n === noticed && s <= spare + 1)).toBe(true);
        }
      }),
      { numRuns: 25, seed: 44 },
    );
    expect(moved).toBeGreaterThan(10);
  });
});
