import { describe, expect, test } from 'vitest';
import { assess } from '@/core/assess';
import { prepare } from '@/core/circuit';
import { compile } from '@/core/compile';
import { checkDocument, FORMAT_VERSION, type PartClass, type Setup, takesUp } from '@/core/model';
import { catalogue } from '.';

const classes = [...catalogue.parts.values()];
/** A setup that holds nothing but the part, and a device to go with it where the part is none. */
function alone(c: PartClass): Setup {
  const device = c.host ? c.id : 'phone-headset';
  return {
    format: 'symplex.setup',
    version: FORMAT_VERSION,
    id: 'alone',
    name: 'alone',
    job: {
      format: 'symplex.job',
      version: FORMAT_VERSION,
      id: 'job',
      name: 'job',
      purpose: 'record',
      sources: [{ id: 'v', name: 'v', splAt1m: 60, ...(c.kind === 'source' ? { from: c.id } : {}) }],
      arrangement: 'one',
      device,
      app: 'recorder-picker',
      minutes: 1,
      hearing: 'nothing',
      place: 'desk-mains',
      distanceM: 1,
      budget: null,
    },
    parts: [{ id: 'device', class: device }, ...(c.host ? [] : [{ id: 'part', class: c.id }])],
    joints: [],
    placements: takesUp(c) ? [{ source: 'v', part: c.host ? 'device' : 'part', distanceM: 1 }] : [],
    chosenInput: 'newest',
  };
}

test('there are as many classes, devices and apps as were asked for', () => {
  expect(classes.length).toBeGreaterThanOrEqual(30);
  expect(classes.filter((c) => c.host).length).toBeGreaterThanOrEqual(6);
  expect(catalogue.apps.size).toBeGreaterThanOrEqual(6);
});

describe.each(classes.map((c) => [c.id, c] as const))('%s', (_, c) => {
  test('has figures that an owner could write as his own', () => {
    const values = Object.fromEntries(Object.entries(c.values).map(([name, v]) => [name, v.value]));
    const drawer = {
      format: 'symplex.drawer',
      version: FORMAT_VERSION,
      id: 'd',
      name: 'd',
      parts: [{ id: 'p', class: c.id, values }],
    } as const;
    expect(checkDocument(drawer, catalogue)).toBeNull();
  });
  test('has a circuit with one answer at DC and 1 kHz, lying on the bench alone', () => {
    const circuit = prepare(compile(alone(c), catalogue).netlist);
    expect(circuit).toMatchObject({ ok: true });
    if (circuit.ok) for (const hz of [0, 1000]) expect(circuit.value.at(hz)).toMatchObject({ ok: true });
    const a = assess(alone(c), catalogue);
    expect(a.ok && a.value.verdicts.length).toBe(8);
  });
});
