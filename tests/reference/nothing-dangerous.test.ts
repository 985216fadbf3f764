import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { entryOf, itemAt, memo } from '@/core/algorithms';
import { mustAssess } from '@/core/assess';
import { portsFit } from '@/core/change';
import { prepare } from '@/core/circuit';
import { compile } from '@/core/compile';
import { mends } from '@/core/mend';
import { givesPhantom, type PartClass, type PortSpec, phantomSources, type Setup } from '@/core/model';
import { operatingPoint } from '@/core/signal';
import { assessed, gate, sketch } from '../support/bench-setup';

// A hunt for anything dangerous that passes: every input that can give phantom power, joined by nothing or by one lead or
// adapter to every analogue port of every class. What stands there is solved here by itself, with the target's port open.

const classes = [...catalogue.parts.values()];
/** The small ones first: a hall mixer need not be solved anew for every port that a cable leads to. */
const givers = classes
  .filter((c) => c.kind !== 'adapter' && phantomSources({ id: 'x', class: c.id }, c).length > 0)
  .sort((a, b) => a.circuit.length - b.circuit.length);
const leads = classes.filter((c) => (c.kind === 'lead' || c.kind === 'adapter') && c.ports.length <= 3 && !c.inputs);
/** The least that a contact of a port bears against the port's ground; what counts between two signal contacts is apart. */
const bears = (c: PartClass, port: PortSpec): number | null => {
  const isEarth = (node: string) => ['ground', 'screen'].includes(port.roles?.[node.slice(port.id.length + 1)] ?? '');
  const limits = c.circuit.flatMap((e) =>
    e.is === 'limit' && e.between[0].startsWith(`${port.id}.`) && isEarth(e.between[1])
      ? [c.values[e.maxVolt as string]?.value ?? (e.maxVolt as number)]
      : [],
  );
  return limits.length === 0 ? null : Math.min(...limits);
};

interface Pair {
  readonly giver: PartClass;
  readonly lead: PartClass;
  readonly near: PortSpec;
  readonly far: PortSpec;
  readonly target: PartClass;
  readonly port: PortSpec;
}

/** Ports that 48 V would harm; of those that are alike in connector, use and what they bear one stands for all. */
const weakPorts = memo((c: PartClass): readonly PortSpec[] => {
  const looks = (p: PortSpec) => [p.connector, p.carries, p.flow, Object.values(p.roles ?? {}), bears(c, p)].join();
  const weak = c.ports.filter((p) => (bears(c, p) ?? 48) < 48);
  return [...new Map(weak.map((p) => [looks(p), p])).values()];
});

function* pairs(): Generator<Pair> {
  for (const giver of givers) {
    const input = giver.ports.find((p) => p.carries === 'mic' && p.flow === 'in')!;
    for (const lead of leads) {
      for (const near of lead.ports.filter((p) => portsFit(p, input))) {
        for (const far of lead.ports.filter((p) => p !== near)) {
          for (const target of classes) {
            if (target === giver || target.kind === 'lead' || target.kind === 'power') continue;
            for (const port of weakPorts(target))
              if (portsFit(far, port)) yield { giver, lead, near, far, target, port };
          }
        }
      }
    }
  }
}

/**
 * What stands at the far end of a cable hangs on the input and the cable, what that does on the cable and the port: each two
 * of them meet at least once. All three with all would be tens of thousands.
 */
function covering(all: Iterable<Pair>): readonly Pair[] {
  const met = new Set<string>();
  return [...all].filter(({ giver, lead, near, far, target, port }) => {
    const cable = `${lead.id}.${near.id}.${far.id}`;
    const fresh = [`${giver.id} ${cable}`, `${cable} ${target.id}.${port.id}`].filter((k) => !met.has(k));
    for (const k of fresh) met.add(k);
    return fresh.length > 0;
  });
}

/** What harms does not hang on frequency: one band stands for all, and thousands are judged in the time of hundreds. */
const quickly = (setup: Setup) => mustAssess(setup, catalogue, { bands: '1 kHz' });

const ON = 2;
function setupOf({ giver, lead, near, far, target, port }: Pair, on: boolean): Setup {
  const input = giver.ports.find((p) => p.carries === 'mic' && p.flow === 'in')!;
  const source = itemAt(phantomSources({ id: 'x', class: giver.id }, giver).slice(-1), 0);
  const knobs = source.knob === null ? {} : { [source.knob]: on ? source.at : 0 };
  const device = target.host ? target.id : giver.host ? giver.id : 'tablet-usb-c';
  const name = (c: PartClass, id: string) => (c.host && c.id === device ? device : id);
  return {
    ...sketch({
      job: { sources: [{ id: 'v1', name: 'Ana', splAt1m: 62 }] },
      device,
      parts: {
        ...(giver.id === device ? {} : { giver: { class: giver.id, knobs } }),
        lead: lead.id,
        ...(target.id === device ? {} : { target: target.id }),
      },
      joints: [
        `lead.${near.id} > ${name(giver, 'giver')}.${input.id}`,
        `lead.${far.id} > ${name(target, 'target')}.${port.id}`,
      ],
      hears: {},
    }),
  };
}

/** Volts at the far end of the cable with nothing plugged there, and what they drive into a short. */
function openAt(setup: Setup, far: PortSpec): { volt: number; milliampere: number } {
  const compiled = compile({ ...setup, joints: setup.joints.slice(0, 1) }, catalogue);
  const circuit = prepare(compiled.netlist);
  if (!circuit.ok) throw new Error(circuit.problem.message);
  const op = operatingPoint(compiled, circuit.value);
  const dc = circuit.value.at(0);
  if (!op.ok || !dc.ok) throw new Error('no steady state');
  let worst = { volt: 0, milliampere: 0 };
  const ground = Object.entries(far.roles ?? {}).find(([, r]) => r === 'ground' || r === 'screen')?.[0];
  for (const contact of Object.keys(far.roles ?? {})) {
    const [p, n] = [`lead/${far.id}.${contact}`, ground ? `lead/${far.id}.${ground}` : '0'];
    if (p === n || !circuit.value.has(p) || !circuit.value.has(n)) continue;
    const volt = Math.abs(op.value.solution.between(p, n).re);
    const milliampere = (1000 * volt) / dc.value.transferTo(p, n).fromCurrent(n, p).re;
    if (volt > worst.volt) worst = { volt, milliampere };
  }
  return worst;
}

describe('48 V toward what cannot bear it', () => {
  const all = covering([...pairs()].filter((p) => !(p.giver.host && p.target.host)));
  test('fails when it is on and is a caution while it could be thrown, for every pair of classes there is', () => {
    let dangerous = 0;
    let offered = 0;
    for (const pair of all) {
      const setup = setupOf(pair, true);
      const part = setup.parts.find((p) => p.class === pair.giver.id)!;
      if (!givesPhantom(part, pair.giver)) continue;
      const { volt, milliampere } = openAt(setup, pair.far);
      if (volt <= bears(pair.target, pair.port)! || milliampere < ON) continue;
      dangerous += 1;
      const on = gate(quickly(setup), 'safe');
      expect([pair.giver.id, pair.lead.id, pair.target.id, pair.port.id, on.status]).toEqual([
        pair.giver.id,
        pair.lead.id,
        pair.target.id,
        pair.port.id,
        'fail',
      ]);
      // While it is off the same voltage is found by turning the switch: a third of the pairs shows that.
      if (dangerous % 3 !== 0) continue;
      const off = gate(quickly(setupOf(pair, false)), 'safe');
      expect([pair.giver.id, pair.lead.id, pair.target.id, off.status === 'pass']).toEqual([
        pair.giver.id,
        pair.lead.id,
        pair.target.id,
        false,
      ]);
      // No fix that is offered leaves it so.
      if (dangerous % 201 !== 0) continue;
      const fixes = new Set([...mends(setup, null, catalogue)].flatMap((standing) => standing.mends));
      for (const m of fixes) {
        offered += 1;
        expect([m.label, gate(assessed(m.setup), 'safe').status]).not.toEqual([m.label, 'fail']);
      }
    }
    expect(dangerous).toBeGreaterThan(100);
    expect(offered).toBeGreaterThan(0);
    // A guard against a hang, not a measure.
  }, 1_800_000);
});

test('every analogue input and output of every class that is more than wire has a limit with its provenance', () => {
  for (const c of classes) {
    if (['lead', 'power', 'controller'].includes(c.kind)) continue;
    const isActive = c.circuit.some((e) => ['stage', 'input', 'playback', 'capsule', 'feed', 'driver'].includes(e.is));
    if (!isActive) continue;
    for (const port of c.ports) {
      if (['usb', 'radio', 'power', 'any'].includes(port.carries)) continue;
      expect([c.id, port.id, bears(c, port) !== null]).toEqual([c.id, port.id, true]);
    }
    for (const e of c.circuit) {
      if (e.is === 'limit' && typeof e.maxVolt === 'string')
        expect(entryOf(c.values, e.maxVolt).source ?? entryOf(c.values, e.maxVolt).basis).toBeTruthy();
    }
  }
});
