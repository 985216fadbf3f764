import { type Connector, connectorNamed, contactsOf } from '../connectors';
import { type CellClass, FIGURES, isFader, isFigure, type PartClass, type Role } from '../model';
import { looseNodes, nodeFields } from './nodes';
import type { Fault } from './problem';
import { factorsOf, quantitiesOf } from './quantities';

/** Roles of contacts that carry sound, into or out of which volts can do harm. */
const SIGNAL: ReadonlySet<Role> = new Set<Role>(['left', 'right', 'mono', 'mic', 'hot', 'cold']);
/** What only passes on, or is only listened to, has nothing of its own that could be harmed. */
const BEARS_ANYTHING: ReadonlySet<PartClass['kind']> = new Set(['lead', 'adapter', 'listening', 'unknown']);
const ANALOGUE: ReadonlySet<string> = new Set(['mic', 'line', 'instrument', 'headset', 'phones']);

/**
 * What a schema cannot say of a class: names that are used once, and exist; figures that are used, and plausible; nodes that
 * are tied down; limits where something could do harm; standards that are named.
 * @param c of the shape that the schema asks for.
 * @returns each fault with the field it is in; none of a class that can ship
 * @example faultsOfPart(partClass, cells).map((f) => `${f.field}: ${f.message}`);
 */
export function faultsOfPart(c: PartClass, cells: readonly CellClass[]): readonly Fault[] {
  const faults: Fault[] = [];
  const say = (field: string, message: string) => faults.push({ field, message });
  ids(c, say);
  ports(c, say);
  values(c, say);
  knobs(c, say);
  circuit(c, say);
  limits(c, say);
  inputs(c, say);
  digital(c, say);
  supplies(c, cells, say);
  return faults;
}

type Say = (field: string, message: string) => void;

function ids(c: PartClass, say: Say): void {
  for (const list of ['ports', 'knobs', 'circuit', 'inputs'] as const) {
    const seen = new Set<string>();
    for (const [i, { id }] of (c[list] ?? []).entries()) {
      if (seen.has(id)) say(`/${list}/${i}/id`, `The id "${id}" is used twice.`);
      seen.add(id);
    }
  }
}

/** The connector of a port; of one that does not exist, null: that is told once. */
const connectorOf = (c: PartClass, port: string): Connector | null => {
  const spec = c.ports.find((p) => p.id === port);
  return spec ? connectorNamed(spec.connector) : null;
};

function ports(c: PartClass, say: Say): void {
  const labels = new Set<string>();
  for (const [i, p] of c.ports.entries()) {
    const at = `/ports/${i}`;
    if (labels.has(p.label)) say(`${at}/label`, `Two ports are called "${p.label}".`);
    labels.add(p.label);
    const connector = connectorNamed(p.connector);
    if (!connector) {
      say(`${at}/connector`, `There is no connector "${p.connector}".`);
      continue;
    }
    for (const contact of Object.keys(p.roles ?? {})) {
      if (!contactsOf(connector).includes(contact)) {
        say(
          `${at}/roles/${contact}`,
          `A ${p.connector} has no contact "${contact}": it has ${contactsOf(connector).join(', ')}.`,
        );
      }
    }
    // Of a digital socket that also has analogue contacts, only these are said.
    if (ANALOGUE.has(p.carries) && !contactsOf(connector).includes('vbus')) {
      for (const contact of contactsOf(connector)) {
        if (p.roles?.[contact] === undefined) say(`${at}/roles`, `What the contact "${contact}" is for is not said.`);
      }
    }
    if (p.pair !== undefined) {
      const other = c.ports.find((o) => o.id === p.pair);
      if (!other || other === p) say(`${at}/pair`, `There is no other port "${p.pair}".`);
      else if (other.pair !== p.id)
        say(`${at}/pair`, `"${p.id}" is paired with "${p.pair}", and that not with "${p.id}".`);
    }
  }
}

function values(c: PartClass, say: Say): void {
  for (const needed of ['price', 'massG']) {
    if (!Object.hasOwn(c.values, needed)) say('/values', `The value "${needed}" is missing.`);
  }
  const used = new Set<string>();
  for (const { field, quantity } of quantitiesOf(c)) {
    for (const name of factorsOf(quantity)) {
      if (name.startsWith('knob:')) {
        const id = name.slice('knob:'.length);
        const knob = c.knobs?.find((k) => k.id === id);
        if (!knob) say(field, `There is no knob "${id}".`);
        else if (knob.unit !== 'dB') say(field, `"${id}" is no knob in dB: what stands in a figure must be one.`);
      } else if (!Object.hasOwn(c.values, name)) say(field, `There is no value "${name}".`);
      used.add(name);
    }
  }
  for (const [name, v] of Object.entries(c.values)) {
    const at = `/values/${name}`;
    if (!isFigure(name)) {
      say(at, `"${name}" is not in the register of figures (core/model/figures.ts).`);
      continue;
    }
    const { unit, least, most, alone }: (typeof FIGURES)[typeof name] & { alone?: true } = FIGURES[name];
    if (v.unit !== unit) say(`${at}/unit`, `${name} is in ${unit}, not in ${v.unit}.`);
    if (!(v.value >= least && v.value <= most)) {
      say(`${at}/value`, `${v.value} ${unit} is not plausible: ${name} lies from ${least} to ${most}.`);
    }
    if (v.basis === 'standard' && !v.source) say(`${at}/source`, 'A figure from a standard names it.');
    if (!alone && !used.has(name)) say(at, 'Nothing uses this value.');
  }
}

/** Knobs that work on what is no circuit. */
const knobsBeside = (c: PartClass): readonly string[] =>
  [
    ...Object.values(c.usb?.switched ?? {}),
    ...(c.inputs ?? []).flatMap((i) => (i.automatic ? [i.automatic.knob] : [])),
  ].map((k) => `knob:${k}`);

function knobs(c: PartClass, say: Say): void {
  const text = JSON.stringify([c.circuit, c.cells, c.host, knobsBeside(c)]);
  for (const [i, k] of (c.knobs ?? []).entries()) {
    const at = `/knobs/${i}`;
    if (k.min > k.max) say(`${at}/min`, `It goes from ${k.min} to ${k.max}.`);
    if (k.start < k.min || k.start > k.max)
      say(`${at}/start`, `It starts at ${k.start} and goes from ${k.min} to ${k.max}.`);
    const steps = (k.max - k.min) / k.step;
    if (Math.abs(steps - Math.round(steps)) > 1e-9)
      say(`${at}/step`, `Steps of ${k.step} do not come out at ${k.max}.`);
    if (k.unit !== 'dB' && k.positions?.length !== k.max - k.min + 1) {
      say(`${at}/positions`, `It has ${k.max - k.min + 1} positions, and ${k.positions?.length ?? 0} words for them.`);
    }
    if (k.unit === 'dB' && k.positions) say(`${at}/positions`, 'A knob in dB has no words for its positions.');
    if (isFader(k) && k.unit !== 'dB') say(`${at}/law`, 'Only a knob in dB is a fader.');
    const names = [`"knob:${k.id}"`, `"knob":"${k.id}"`, `"mainsKnob":"${k.id}"`];
    if (!names.some((n) => text.includes(n))) say(at, 'Nothing in the part goes by this knob.');
  }
}

function circuit(c: PartClass, say: Say): void {
  for (const [i, e] of c.circuit.entries()) {
    const at = `/circuit/${i}`;
    for (const { field, nodes } of nodeFields(e)) {
      for (const node of nodes) {
        const [port = '', contact] = node.split('.');
        const isPort = c.ports.some((p) => p.id === port);
        if (contact === undefined && isPort) say(`${at}/${field}`, `"${node}" is a port: which of its contacts?`);
        if (contact === undefined) continue;
        const connector = connectorOf(c, port);
        if (!isPort) say(`${at}/${field}`, `There is no port "${port}".`);
        else if (connector && !contactsOf(connector).includes(contact)) {
          say(`${at}/${field}`, `The port "${port}" has no contact "${contact}".`);
        }
      }
      if (nodes.length === 2 && nodes[0] === nodes[1]) say(`${at}/${field}`, `Both ends are "${nodes[0]}".`);
    }
    if ('whileEmpty' in e && e.whileEmpty !== undefined && !c.ports.some((p) => p.id === e.whileEmpty)) {
      say(`${at}/whileEmpty`, `There is no port "${e.whileEmpty}".`);
    }
    if (e.when) {
      const knob = c.knobs?.find((k) => k.id === e.when!.knob);
      if (!knob) say(`${at}/when/knob`, `There is no knob "${e.when.knob}".`);
      else if (e.when.is < knob.min || e.when.is > knob.max) {
        say(`${at}/when/is`, `"${knob.id}" never stands at ${e.when.is}: it goes from ${knob.min} to ${knob.max}.`);
      }
    }
  }
  for (const node of looseNodes(c.circuit))
    say('/circuit', `The node "${node}" is not tied down: it hangs on nothing else.`);
  if (c.ground !== undefined && !c.circuit.some((e) => nodeFields(e).some((f) => f.nodes.includes(c.ground!)))) {
    say('/ground', `There is no node "${c.ground}" in the circuit.`);
  }
  const has = (is: string) => c.circuit.some((e) => e.is === is);
  if (has('feed') !== (c.kind === 'source')) say('/kind', 'A source has a feed, and nothing else has.');
  if (Boolean(c.host) !== (c.kind === 'device') && c.kind !== 'unknown')
    say('/kind', 'A device has a host, and nothing else has.');
}

/** More volts than what do harm, at every contact that sound goes in or out by. */
function limits(c: PartClass, say: Say): void {
  if (BEARS_ANYTHING.has(c.kind)) return;
  const limited = new Set(c.circuit.flatMap((e) => (e.is === 'limit' ? e.between : [])));
  for (const [i, p] of c.ports.entries()) {
    if (!ANALOGUE.has(p.carries)) continue;
    for (const [contact, role] of Object.entries(p.roles ?? {})) {
      if (SIGNAL.has(role) && !limited.has(`${p.id}.${contact}`)) {
        say(`/ports/${i}`, `How much the contact "${contact}" of "${p.id}" bears is not said: it needs a limit.`);
      }
    }
  }
}

function inputs(c: PartClass, say: Say): void {
  const isOf = (id: string, ...kinds: readonly string[]) => c.circuit.some((e) => e.id === id && kinds.includes(e.is));
  for (const [i, input] of (c.inputs ?? []).entries()) {
    const at = `/inputs/${i}`;
    for (const [k, id] of input.channels.entries()) {
      if (!isOf(id, 'input')) say(`${at}/channels/${k}`, `There is no converter "${id}" in the circuit.`);
    }
    for (const id of input.automatic ? [input.automatic.knob, input.automatic.gain] : []) {
      if (!c.knobs?.some((k) => k.id === id)) say(`${at}/automatic`, `There is no knob "${id}".`);
    }
    const { detect } = input;
    if (detect.by === 'usb' && c.usb?.up === undefined)
      say(`${at}/detect`, 'It is found by USB, and has no way up by USB.');
    if (detect.by !== 'plug' && detect.by !== 'headset') continue;
    const connector = connectorOf(c, detect.port);
    if (!connector) say(`${at}/detect/port`, `There is no port "${detect.port}".`);
    for (const port of (detect.by === 'plug' && detect.or) || [])
      if (!connectorOf(c, port)) say(`${at}/detect/or`, `There is no port "${port}".`);
    if (detect.by === 'plug' || !connector) continue;
    for (const end of ['mic', 'ground'] as const) {
      const [port, contact = ''] = detect[end].split('.');
      if (port !== detect.port || !contactsOf(connector).includes(contact)) {
        say(`${at}/detect/${end}`, `"${detect[end]}" is no contact of "${detect.port}".`);
      }
    }
    if (!isOf(detect.supply, 'supply'))
      say(`${at}/detect/supply`, `There is no supply "${detect.supply}" in the circuit.`);
    if (!isOf(detect.biasResistor, 'resistor')) {
      say(`${at}/detect/biasResistor`, `There is no resistor "${detect.biasResistor}" in the circuit.`);
    }
    for (const [k, id] of (detect.headphones?.playback ?? []).entries()) {
      if (!isOf(id, 'playback'))
        say(`${at}/detect/headphones/playback/${k}`, `There is no playback "${id}" in the circuit.`);
    }
  }
  const listed = new Set((c.inputs ?? []).flatMap((i) => i.channels));
  for (const [i, e] of c.circuit.entries()) {
    if (e.is === 'input' && !listed.has(e.id)) say(`/circuit/${i}`, `No input lists the converter "${e.id}".`);
  }
}

function digital(c: PartClass, say: Say): void {
  const { usb } = c;
  if (!usb) return;
  const exists = (id: string) => c.ports.some((p) => p.id === id);
  if (usb.up !== undefined && !exists(usb.up)) say('/usb/up', `There is no port "${usb.up}".`);
  for (const [i, id] of usb.down.entries()) {
    if (!exists(id)) say(`/usb/down/${i}`, `There is no port "${id}".`);
    if (id === usb.up) say(`/usb/down/${i}`, `"${id}" cannot lead up and down.`);
  }
  for (const [i, id] of (usb.chargingPorts ?? []).entries()) {
    if (!exists(id)) say(`/usb/chargingPorts/${i}`, `There is no port "${id}".`);
  }
  for (const id of Object.keys(usb.portSupplyMa ?? {})) {
    if (!usb.down.includes(id)) say(`/usb/portSupplyMa/${id}`, `"${id}" is no port that leads down.`);
  }
  for (const [port, id] of Object.entries(usb.switched ?? {})) {
    if (!usb.down.includes(port)) say(`/usb/switched/${port}`, `"${port}" is no port that leads down.`);
    if (!c.knobs?.some((k) => k.id === id)) say(`/usb/switched/${port}`, `There is no knob "${id}".`);
  }
  if (usb.fed && !exists(usb.fed.port)) say('/usb/fed/port', `There is no port "${usb.fed.port}".`);
  if (c.host ? usb.up !== undefined : usb.up === undefined && usb.down.length === 0) {
    say('/usb', c.host ? 'Nothing is above the device.' : 'It leads neither up nor down.');
  }
}

function supplies(c: PartClass, cells: readonly CellClass[], say: Say): void {
  const knobOf = (id: string) => c.knobs?.find((k) => k.id === id);
  if (c.charging && !c.ports.some((p) => p.id === c.charging!.port)) {
    say('/charging/port', `There is no port "${c.charging.port}".`);
  }
  if (c.cells) {
    const fitting = cells.filter((cell) => cell.size === c.cells!.size);
    const knob = knobOf(c.cells.knob);
    if (!knob) say('/cells/knob', `There is no knob "${c.cells.knob}".`);
    else if (knob.positions?.length !== fitting.length) {
      say(
        '/cells/knob',
        `There are ${fitting.length} cells of size ${c.cells.size}, and ${knob.positions?.length ?? 0} positions.`,
      );
    }
  }
  if (c.host?.mainsKnob !== undefined && !knobOf(c.host.mainsKnob)) {
    say('/host/mainsKnob', `There is no knob "${c.host.mainsKnob}".`);
  }
}
