import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { assess, mustAssess, report } from '@/core/assess';
import { connectorNamed } from '@/core/connectors';
import { randomSetup } from '@/tests/support/random-setup';
import { litBy } from './focus';
import { jointEnds, withJoint } from './joint-ends';

test('of each connection the plug is told from the socket, whichever way round it is written', () => {
  fc.assert(
    fc.property(randomSetup, (setup) => {
      for (const [i, joint] of setup.joints.entries()) {
        const { number, plug, socket } = jointEnds(setup, joint.id);
        expect(number).toBe(i + 1);
        const turned = { ...setup, joints: setup.joints.map((j) => ({ ...j, a: j.b, b: j.a })) };
        const other = jointEnds(turned, joint.id);
        const forms = [plug, socket].map(({ port }) => connectorNamed(port.connector));
        if (forms[0]?.form === 'concentric-plug' && forms[1]?.form === 'concentric-socket') {
          expect([other.plug.port.id, other.plug.part.id]).toEqual([plug.port.id, plug.part.id]);
        }
      }
    }),
    { numRuns: 80, seed: 4 },
  );
});

test('a plug that is drawn out or dirty, and put right again, leaves the setup as it was', () => {
  fc.assert(
    fc.property(randomSetup, fc.nat(20), (setup, n) => {
      const joint = setup.joints[n % Math.max(1, setup.joints.length)];
      if (!joint || joint.outMm !== undefined || joint.contactOhm !== undefined) return;
      const ill = withJoint(setup, joint.id, { contactOhm: 100 });
      expect(ill.joints.find((j) => j.id === joint.id)).toMatchObject({ contactOhm: 100 });
      expect(withJoint(ill, joint.id, { contactOhm: undefined })).toEqual(setup);
    }),
    { numRuns: 80, seed: 5 },
  );
});

test('what is looked at lights up: a part or a connection itself, a gate by what it found, wrong only where it is', () => {
  fc.assert(
    fc.property(randomSetup, (setup) => {
      if (!assess(setup, catalogue).ok) return;
      const told = report(mustAssess(setup, catalogue));
      for (const { id } of setup.parts)
        expect(litBy({ on: 'part', id }, told, [])).toMatchObject({ parts: new Set([id]), wrong: false });
      for (const { id } of setup.joints)
        expect(litBy({ on: 'joint', id }, told, [])).toMatchObject({ joints: new Set([id]), wrong: false });
      for (const v of told.verdicts) {
        const lit = litBy({ on: 'gate', gate: v.gate }, told, []);
        expect(lit.wrong).toBe(v.status === 'fail' || v.status === 'caution');
        expect([...lit.parts]).toEqual(lit.wrong && v.part !== undefined ? [v.part] : []);
        expect([...lit.joints]).toEqual(lit.wrong && v.joint !== undefined ? [v.joint] : []);
      }
    }),
    { numRuns: 40, seed: 6 },
  );
});
