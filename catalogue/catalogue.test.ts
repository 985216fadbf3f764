import { describe, expect, test } from 'vitest';
import { assess } from '@/core/assess';
import { prepare } from '@/core/circuit';
import { compile } from '@/core/compile';
import { connectorNamed, contactsOf } from '@/core/connectors';
import {
  checkDocument,
  type ElementSpec,
  FORMAT_VERSION,
  type PartClass,
  quantity,
  type Setup,
  takesUp,
} from '@/core/model';
import { catalogue } from '.';

const classes = [...catalogue.parts.values()];
const BASES = ['standard', 'common practice', 'estimate'];

/** Names of the part's own values, and knobs, that an element's numbers stand for. */
function quantitiesIn(spec: unknown): (string | number)[] {
  if (typeof spec !== 'object' || spec === null) return [];
  const skip = new Set([
    'id',
    'is',
    'between',
    'in',
    'out',
    'primary',
    'secondary',
    'form',
    'side',
    'sound',
    'from',
    'what',
    'when',
    'node',
    'at',
  ]);
  return Object.entries(spec).flatMap(([key, v]) => {
    if (skip.has(key)) return [];
    if (typeof v === 'string' || typeof v === 'number') return [v];
    return Array.isArray(v) ? v : quantitiesIn(v);
  });
}

/** All nodes an element names, whatever kind it is: by name, since no kind has all of these fields. */
const nodesIn = (e: ElementSpec): string[] =>
  ['between', 'in', 'out', 'primary', 'secondary', 'node', 'at'].flatMap(
    (k) => (e as unknown as Record<string, string | string[]>)[k] ?? [],
  );

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
  test('says of each figure where it comes from, has a price and a mass, and standards are named', () => {
    expect(c.values).toHaveProperty('price');
    expect(c.values).toHaveProperty('massG');
    for (const [name, v] of Object.entries(c.values)) {
      expect(Number.isFinite(v.value), name).toBe(true);
      expect(BASES, name).toContain(v.basis);
      if (v.basis === 'standard') expect(v.source, `${name} names its standard`).toBeTruthy();
    }
  });
  test('names connectors, contacts, nodes, knobs and values that exist', () => {
    const contacts = new Map(c.ports.map((p) => [p.id, contactsOf(connectorNamed(p.connector)!)]));
    for (const p of c.ports) {
      for (const contact of Object.keys(p.roles ?? {})) expect(contacts.get(p.id), p.id).toContain(contact);
    }
    for (const e of c.circuit) {
      for (const node of nodesIn(e)) {
        const [port, contact] = node.split('.');
        if (contact !== undefined) expect(contacts.get(port), `${e.id}: ${node}`).toContain(contact);
      }
      // Every figure has its provenance, so none but 0 dB may stand in a circuit itself.
      for (const q of quantitiesIn(e)) expect(typeof q === 'string' || q === 0, `${e.id}: ${q}`).toBe(true);
      for (const q of quantitiesIn(e))
        expect(() => quantity({ id: 'x', class: c.id }, c, q), `${e.id}: ${q}`).not.toThrow();
    }
    for (const i of c.inputs ?? []) {
      for (const channel of i.channels) {
        expect(
          c.circuit.some((e) => e.is === 'input' && e.id === channel),
          `${i.id}: ${channel}`,
        ).toBe(true);
      }
    }
    for (const k of c.knobs ?? []) {
      expect(k.start).toBeGreaterThanOrEqual(k.min);
      expect(k.start).toBeLessThanOrEqual(k.max);
      expect(Number.isInteger(Math.round(((k.max - k.min) / k.step) * 1e9) / 1e9), `${k.id} steps`).toBe(true);
      if (k.unit !== 'dB') expect(k.positions).toHaveLength(k.max - k.min + 1);
    }
  });
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
