import { atKey, byId, entryOf } from '../algorithms';
import { connectorNamed, contactsOf, mustConnector } from '../connectors';
import { hasBattery, mostChannels, plays, takesUp } from './abilities';
import type { Catalogue } from './catalogue';
import { type Document, type Drawer, type Entry, type Job, type Part, type Setup, UNKNOWN } from './documents';
import { hostsOf } from './hosts';
import type { PartId } from './ids';
import { classIn } from './lookups';
import type { DocumentProblem } from './problem';

/**
 * What a schema cannot say: classes, ports, knobs and values exist, ids are used once, a port holds one joint.
 * @returns the first fault, or null.
 */
export function checkDocument(document: Document, catalogue: Catalogue): DocumentProblem | null {
  switch (document.format) {
    case 'symplex.setup':
      return checkSetup(document, catalogue, '');
    case 'symplex.job':
      return checkJob(document, catalogue, '');
    case 'symplex.drawer':
      return checkDrawer(document, catalogue, '');
    case 'symplex.entry':
      return checkEntry(document, '');
    case 'symplex.bundle':
      return (
        first(document.setups, (s, i) => checkSetup(s, catalogue, `/setups/${i}`)) ??
        first(document.jobs, (j, i) => checkJob(j, catalogue, `/jobs/${i}`)) ??
        first(document.drawers, (d, i) => checkDrawer(d, catalogue, `/drawers/${i}`)) ??
        first(document.entries ?? [], (e, i) => checkEntry(e, `/entries/${i}`)) ??
        unique(document.setups, '/setups') ??
        unique(document.jobs, '/jobs') ??
        unique(document.drawers, '/drawers') ??
        unique(document.entries ?? [], '/entries')
      );
  }
}

/** Classes that are not here are kept: what was done with them was done. */
function checkEntry({ at: when }: Entry, at: string): DocumentProblem | null {
  const day = when.slice(0, 10);
  return isDay(day) ? null : { pointer: `${at}/at`, message: noDay(day) };
}

function checkDrawer(drawer: Drawer, catalogue: Catalogue, at: string): DocumentProblem | null {
  for (const [i, o] of (drawer.outcomes ?? []).entries()) {
    // How it went with a class that is not here is kept: it may come.
    if (!isDay(o.date)) return { pointer: `${at}/outcomes/${i}/date`, message: noDay(o.date) };
  }
  for (const [id, [low, high]] of Object.entries(drawer.prices ?? {})) {
    const pointer = `${at}/prices/${id}`;
    if (low > high) return { pointer, message: `A price from ${low} cannot go to ${high}.` };
  }
  for (const [i, r] of (drawer.ownFigures ?? []).entries()) {
    if (!isDay(r.date)) return { pointer: `${at}/ownFigures/${i}/date`, message: noDay(r.date) };
  }
  const retired = drawer.retired ?? [];
  for (const [i, p] of retired.entries()) {
    const pointer = `${at}/retired/${i}`;
    if (!isDay(p.retiredOn)) return { pointer: `${pointer}/retiredOn`, message: noDay(p.retiredOn) };
    if (drawer.parts.some((own) => own.id === p.id))
      return { pointer: `${pointer}/id`, message: `The id "${p.id}" is used twice.` };
  }
  return checkParts(drawer.parts, catalogue, `${at}/parts`) ?? checkParts(retired, catalogue, `${at}/retired`);
}

function checkJob(job: Job, catalogue: Catalogue, at: string): DocumentProblem | null {
  const device = catalogue.parts.get(job.device);
  if (!device?.host) return { pointer: `${at}/device`, message: `There is no device class "${job.device}".` };
  if (!catalogue.apps.has(job.app)) return { pointer: `${at}/app`, message: `There is no app class "${job.app}".` };
  for (const [i, other] of (job.also ?? []).entries()) {
    const pointer = `${at}/also/${i}`;
    if (!catalogue.parts.get(other.device)?.host)
      return { pointer: `${pointer}/device`, message: `There is no device class "${other.device}".` };
    if (!catalogue.apps.has(other.app))
      return { pointer: `${pointer}/app`, message: `There is no app class "${other.app}".` };
  }
  for (const [i, { from }] of job.sources.entries()) {
    if (from !== undefined && from !== UNKNOWN && catalogue.parts.get(from)?.kind !== 'source') {
      return { pointer: `${at}/sources/${i}/from`, message: `There is no class "${from}" that a source comes out of.` };
    }
  }
  // What is asked for by a class that is not here is kept: no chain has it, and the dead end names it.
  return unique(job.sources, `${at}/sources`);
}

function checkSetup(setup: Setup, catalogue: Catalogue, at: string): DocumentProblem | null {
  const wrong =
    checkJob(setup.job, catalogue, `${at}/job`) ??
    checkParts(setup.parts, catalogue, `${at}/parts`) ??
    unique(setup.joints, `${at}/joints`);
  if (wrong) return wrong;
  const parts = new Map(setup.parts.map((p) => [p.id, p]));
  if (!hostsOf(setup, catalogue)) {
    const named = [setup.job, ...(setup.job.also ?? [])].map((d) => d.device);
    const there = setup.parts.filter((p) => catalogue.parts.get(p.class)?.host).map((p) => p.class);
    return {
      pointer: `${at}/parts`,
      message: `The job records on ${named.join(', ')}; the devices among the parts are ${there.join(', ') || 'none'}.`,
    };
  }
  const taken = new Set<string>();
  for (const [i, joint] of setup.joints.entries()) {
    for (const side of ['a', 'b'] as const) {
      const ref = joint[side];
      const pointer = `${at}/joints/${i}/${side}`;
      const part = parts.get(ref.part);
      if (!part) return { pointer: `${pointer}/part`, message: `There is no part "${ref.part}" in this setup.` };
      const spec = catalogue.parts.get(part.class)?.ports.find((p) => p.id === ref.port);
      if (!spec) return { pointer: `${pointer}/port`, message: `${part.class} has no port "${ref.port}".` };
      if (!connectorNamed(spec.connector)) throw new Error(`class ${part.class} names no connector: ${spec.connector}`);
      const key = `${ref.part}.${ref.port}`;
      if (taken.has(key))
        return { pointer, message: `The port ${ref.port} of ${ref.part} already holds another connection.` };
      taken.add(key);
    }
  }
  for (const [i, joint] of setup.joints.entries()) {
    const contacts = new Set(
      [joint.a, joint.b].flatMap((ref) => {
        const spec = byId(classIn(catalogue, atKey(parts, ref.part).class).ports, ref.port);
        return contactsOf(mustConnector(spec.connector));
      }),
    );
    const stray = [...(joint.parted ?? []), ...(joint.bridged ?? []).flat()].find((c) => !contacts.has(c));
    if (stray !== undefined) {
      const field = joint.parted?.includes(stray) ? 'parted' : 'bridged';
      return {
        pointer: `${at}/joints/${i}/${field}`,
        message: `Neither plug nor socket there has a contact "${stray}".`,
      };
    }
  }
  // Of a part that is not known nothing is known to be wrong.
  const isUnknown = (part: PartId) => catalogue.parts.get(parts.get(part)?.class ?? '')?.kind === 'unknown';
  const sources = new Set(setup.job.sources.map((s) => s.id));
  for (const [i, placement] of setup.placements.entries()) {
    const pointer = `${at}/placements/${i}`;
    if (!sources.has(placement.source)) {
      return { pointer: `${pointer}/source`, message: `The job has no source "${placement.source}".` };
    }
    const part = parts.get(placement.part);
    if (!part) return { pointer: `${pointer}/part`, message: `There is no part "${placement.part}" in this setup.` };
    if (setup.placements.findIndex((p) => p.source === placement.source && p.part === placement.part) < i) {
      const message = `That ${placement.part} hears ${placement.source} was said before, with another distance perhaps.`;
      return { pointer, message };
    }
    if (isUnknown(placement.part)) continue;
    const partClass = classIn(catalogue, part.class);
    if (!takesUp(partClass)) {
      return { pointer: `${pointer}/part`, message: `${part.class} has no microphone capsule to hear with.` };
    }
    const { name, from } = byId(setup.job.sources, placement.source);
    if (from === undefined ? partClass.kind === 'source' : from !== part.class) {
      const message = `${name} ${from === undefined ? 'is heard by a microphone' : `comes out of ${from}`}, not out of ${part.class}.`;
      return { pointer: `${pointer}/part`, message };
    }
  }
  const { chosenInput } = setup;
  if (typeof chosenInput === 'object' && !isUnknown(chosenInput.part)) {
    const inputs = catalogue.parts.get(parts.get(chosenInput.part)?.class ?? '')?.inputs ?? [];
    if (!inputs.some((i) => i.id === chosenInput.input)) {
      const message = `"${chosenInput.part}" has no input "${chosenInput.input}" to choose.`;
      return { pointer: `${at}/chosenInput`, message };
    }
  }
  const { openedAfter = 0, output, tracks = [] } = setup.session ?? {};
  if (openedAfter > setup.joints.length) {
    const message = `There are ${setup.joints.length} connections: the app cannot be opened after ${openedAfter} of them.`;
    return { pointer: `${at}/session/openedAfter`, message };
  }
  if (output !== undefined && !isUnknown(output)) {
    const pointer = `${at}/session/output`;
    const part = parts.get(output);
    if (!part) return { pointer, message: `There is no part "${output}" in this setup.` };
    if (!plays(classIn(catalogue, part.class))) return { pointer, message: `${part.class} plays nothing.` };
  }
  for (const [i, track] of tracks.entries()) {
    if (isUnknown(track.part)) continue;
    const most = mostChannels(catalogue.parts.get(parts.get(track.part)?.class ?? ''));
    if (track.channel > most) {
      const pointer = `${at}/session/tracks/${i}/${most > 0 ? 'channel' : 'part'}`;
      return { pointer, message: `"${track.part}" has no input ${track.channel} to record from.` };
    }
  }
  for (const [i, swap] of (setup.swaps ?? []).entries()) {
    const part = parts.get(swap.part);
    const partClass = part && catalogue.parts.get(part.class);
    if (partClass?.kind === 'unknown') continue;
    if (!partClass || !hasBattery(partClass)) {
      return { pointer: `${at}/swaps/${i}/part`, message: `"${swap.part}" has no battery to exchange.` };
    }
    if (setup.swaps!.findIndex((s) => s.part === swap.part && s.minute === swap.minute) < i) {
      return { pointer: `${at}/swaps/${i}`, message: `That exchange of ${swap.part} at that minute was said before.` };
    }
  }
  for (const [i, arrival] of (setup.arrivals ?? []).entries()) {
    if (setup.arrivals!.findIndex((a) => a.part === arrival.part) < i) {
      return { pointer: `${at}/arrivals/${i}`, message: `When ${arrival.part} comes was said before.` };
    }
    if (isUnknown(arrival.part)) continue;
    if (catalogue.parts.get(parts.get(arrival.part)?.class ?? '')?.kind !== 'power') {
      return { pointer: `${at}/arrivals/${i}/part`, message: `"${arrival.part}" is no charger or power bank.` };
    }
  }
  return null;
}

function checkParts(parts: readonly Part[], catalogue: Catalogue, at: string): DocumentProblem | null {
  for (const [i, part] of parts.entries()) {
    const pointer = `${at}/${i}`;
    const partClass = catalogue.parts.get(part.class);
    if (!partClass) return { pointer: `${pointer}/class`, message: `There is no part class "${part.class}".` };
    for (const [id, position] of Object.entries(part.knobs ?? {})) {
      const knob = partClass.knobs?.find((k) => k.id === id);
      if (!knob) return { pointer: `${pointer}/knobs/${id}`, message: `${part.class} has no knob "${id}".` };
      if (position < knob.min || position > knob.max) {
        return { pointer: `${pointer}/knobs/${id}`, message: `The knob goes from ${knob.min} to ${knob.max}.` };
      }
      if (knob.unit !== 'dB' && !Number.isInteger(position)) {
        return { pointer: `${pointer}/knobs/${id}`, message: 'A switch stands on a whole number.' };
      }
    }
    for (const [name, value] of Object.entries(part.values ?? {})) {
      if (!Object.hasOwn(partClass.values, name)) {
        return { pointer: `${pointer}/values/${name}`, message: `${part.class} has no value "${name}".` };
      }
      const problem = impossible(entryOf(partClass.values, name).unit, value);
      if (problem) return { pointer: `${pointer}/values/${name}`, message: problem };
    }
    for (const [name, day] of Object.entries(part.measured ?? {})) {
      if (!isDay(day)) return { pointer: `${pointer}/measured/${name}`, message: noDay(day) };
    }
  }
  return unique(parts, at);
}

/**
 * What an own figure of a unit may be: all that is sold, with some to spare. Beyond it the circuit of a part would not be
 * one that sixteen digits can solve.
 */
const POSSIBLE: Readonly<Record<string, readonly [number, number]>> = {
  ohm: [1e-3, 1e9],
  'ohm/m': [1e-4, 100],
  m: [1e-3, 1e4],
  'F/m': [1e-16, 1e-6],
  uA: [1e-3, 1e5],
  F: [1e-13, 0.1],
  H: [1e-9, 1e5],
  V: [1e-3, 500],
  W: [1e-3, 1e4],
  Wh: [1e-3, 1e6],
  h: [1e-3, 1e5],
  'mV/Pa': [1e-3, 1e4],
  ratio: [1e-3, 1e3],
  dB: [-120, 120],
  dBu: [-200, 100],
  'dB SPL': [0, 200],
  'dB(A)': [-20, 150],
  ms: [0, 5000],
  Hz: [20, 384_000],
  bit: [8, 32],
  pieces: [1, 100],
  'of 10': [0.1, 9.9],
  mA: [0, 1e5],
};

/** A day of the calendar, as 2026-11-25. */
function isDay(text: string): boolean {
  const date = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(date.getTime()) && date.toISOString().slice(0, 10) === text;
}

const noDay = (text: string): string => `There is no day ${text}: a date is a day of the calendar, as 2026-11-25.`;

function impossible(unit: string, value: number): string | null {
  const [least, most] = POSSIBLE[unit] ?? [0, 1e9];
  return value >= least && value <= most ? null : `A value in ${unit} must lie between ${least} and ${most}.`;
}

function unique(items: readonly { readonly id: string }[], at: string): DocumentProblem | null {
  const seen = new Set<string>();
  for (const [i, item] of items.entries()) {
    if (seen.has(item.id)) return { pointer: `${at}/${i}/id`, message: `The id "${item.id}" is used twice.` };
    seen.add(item.id);
  }
  return null;
}

function first<T>(items: readonly T[], check: (item: T, i: number) => DocumentProblem | null): DocumentProblem | null {
  for (const [i, item] of items.entries()) {
    const problem = check(item, i);
    if (problem) return problem;
  }
  return null;
}
