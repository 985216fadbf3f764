import TinyQueue from 'tinyqueue';
import { connectorNamed, mate } from '../connectors';
import { appTakes, forbidden } from '../host';
import type { AppClass, Catalogue, Job, PartClass, PortSpec, Role } from '../model';
import type { Stock } from './stock';
import { isStraight } from './straight';

/** A chain found by the search: classes from microphone to device, with the ports used. */
export interface Chain {
  readonly links: readonly Link[];
  /** What is missing, in money. */
  readonly cost: number;
  /** One microphone hears all sources, or each has its own up to the part that joins them. */
  readonly microphones: number;
}

export interface Link {
  readonly classId: string;
  /** Port the signal comes in by; null for the microphone. */
  readonly inPort: string | null;
  /** Further ports that take the other microphones, where this part joins them. */
  readonly alsoIn: readonly string[];
  /** Port it leaves by; null for the device. */
  readonly outPort: string | null;
}

/** Longest chain considered: nobody carries more. */
const LONGEST = 7;
/** A piece costs this much in the search even when it is owned: shorter chains first. */
const PIECE_COST = 0.5;

/** Beginnings looked at in one search: the effort has an end, and it is the same on every machine. */
const MOST_POPPED = 10_000;

/** What a chain has still to pass through before the device, as bits. */
const JOIN = 1;
const CHANNELS = 2;
const EVERY_NEED = [0, JOIN, CHANNELS, JOIN | CHANNELS] as const;

interface State {
  readonly links: readonly Link[];
  readonly partClass: PartClass;
  readonly out: PortSpec;
  readonly cost: number;
  /** JOIN while several microphones run side by side; CHANNELS while no input that keeps voices apart was met. */
  readonly needs: number;
  readonly microphones: number;
  /** Cost so far and the least that must still come. */
  readonly bound: number;
  readonly found: number;
}

/**
 * Best-first search over ports: chains come out in the order of what they cost, cheapest first. The least cost from each
 * port to the device, found backwards beforehand, steers it and drops ports that lead nowhere.
 * Pruned by fit, by the way the signal goes and by what the contacts are for; what a chain does is left to `assess`.
 * @param isPadded tells of the beginning of a chain that nothing good can come of it any more; asked anew each time.
 * @param isPoor tells of a beginning, or a whole chain, that it can wait: it comes when all others have come.
 */
export function* searchChains(
  job: Job,
  catalogue: Catalogue,
  stock: Stock,
  isPadded: (links: readonly Link[]) => boolean,
  isPoor: (links: readonly Link[], microphones: number) => boolean = () => false,
): Generator<Chain> {
  const device = catalogue.parts.get(job.device)!;
  const app = catalogue.apps.get(job.app)!;
  const classes = [...catalogue.parts.values()].filter((c) => usable(c, job) && (c.host || !isRefused(c, app, device)));
  const voices = job.sources.length;
  // One microphone cannot keep two voices apart, nor can an input of one channel.
  const apart = job.arrangement === 'side-each' && voices > 1;
  const microphoneCounts = voices === 1 ? [1] : apart ? [voices] : [1, voices];
  const stepsFrom = waysOn(classes);
  const ahead = costAhead(classes, device, stock, voices);
  // Of those that are as good, the one found first comes first.
  const inOrder = (a: State, b: State) => a.bound - b.bound || a.found - b.found;
  let queue = new TinyQueue<State>([], inOrder);
  let waiting: State[] = [];
  const late: Chain[] = [];
  let found = 0;
  const been = new Set<string>();
  const push = (state: Omit<State, 'bound' | 'found'>) => {
    const rest = ahead.get(portKey(state.partClass, state.out, state.needs));
    if (rest === undefined) return;
    const bound = state.cost + rest;
    if (job.budget !== null && moneyOf(state.links, stock, state.microphones) > job.budget) return;
    queue.push({ ...state, bound, found: found++ });
  };
  for (const partClass of classes) {
    if (!partClass.circuit.some((e) => e.is === 'capsule')) continue;
    for (const out of partClass.ports.filter((p) => p.flow === 'out')) {
      for (const microphones of microphoneCounts) {
        const links = [{ classId: partClass.id, inPort: null, alsoIn: [], outPort: out.id }];
        const cost = pieceCost(links, stock, microphones);
        const needs = (microphones > 1 ? JOIN : 0) | (apart ? CHANNELS : 0);
        push({ links, partClass, out, cost, needs: needs & ~channelsOf(partClass, voices), microphones });
      }
    }
  }
  let popped = 0;
  for (let all = false; queue.length > 0 || waiting.length > 0; ) {
    if (queue.length === 0) {
      // All others have come: now what was put off.
      all = true;
      queue = new TinyQueue(waiting, inOrder);
      waiting = [];
      yield* late.splice(0);
    }
    popped += 1;
    if (popped > MOST_POPPED) return;
    const state = queue.pop()!;
    if (isPadded(state.links)) continue;
    if (!all && isPoor(state.links, state.microphones)) {
      waiting.push(state);
      continue;
    }
    // The cheapest straight way to a connector of some length comes first; another one is only more to carry.
    const way = wayKey(state, catalogue);
    if (way !== null && been.has(way)) continue;
    if (way !== null) been.add(way);
    for (const port of device.ports) {
      const left = state.needs & ~channelsOf(device, voices);
      if (left === 0 && port.flow === 'in' && takes(state.out, port)) {
        const links = [...state.links, { classId: device.id, inPort: port.id, alsoIn: [], outPort: null }];
        const chain = { links, cost: moneyOf(links, stock, state.microphones), microphones: state.microphones };
        if (all || !isPoor(links, state.microphones)) yield chain;
        else late.push(chain);
      }
    }
    if (state.links.length + 1 >= LONGEST) continue;
    for (const { next, into, alike, out } of stepsFrom(state)) {
      if (state.links.some((l) => l.classId === next.id)) continue;
      const together = alike.length >= state.microphones ? alike.slice(1, state.microphones) : [];
      for (const alsoIn of state.needs & JOIN && together.length > 0 && !together.includes(out.id)
        ? [together, []]
        : [[]]) {
        const links = [...state.links, { classId: next.id, inPort: into, alsoIn, outPort: out.id }];
        const needs = state.needs & ~(alsoIn.length > 0 ? JOIN : 0) & ~channelsOf(next, voices);
        const cost = pieceCost(links, stock, state.microphones);
        push({ links, partClass: next, out, cost, needs, microphones: state.microphones });
      }
    }
  }
}

/**
 * What distinguishes a state whose last pieces lead straight through: all before those pieces, the connector it has now
 * and how far it reaches. Null when the last piece does something to the signal.
 */
function wayKey({ links, out, needs, microphones }: State, catalogue: Catalogue): string | null {
  let straight = 0;
  let metres = 0;
  for (const link of [...links].reverse()) {
    const c = catalogue.parts.get(link.classId)!;
    const port = (id: string | null) => c.ports.find((p) => p.id === id);
    const [into, outOf] = [port(link.inPort), port(link.outPort)];
    if (!into || !outOf || link.alsoIn.length > 0 || !isStraight(c, into, outOf)) break;
    straight += 1;
    metres += c.values.lengthM?.value ?? 0;
  }
  if (straight === 0) return null;
  const before = links
    .slice(0, links.length - straight)
    .map((l) => `${l.inPort}>${l.classId}>${l.outPort}+${l.alsoIn.length}`);
  return [...before, out.connector, out.carries, needs, microphones, metres.toFixed(1)].join(' ');
}

/** A way on from a port: into a part by one hole (or several alike, for several microphones), and out again. */
interface WayOn {
  readonly next: PartClass;
  readonly into: string;
  readonly alike: readonly string[];
  readonly out: PortSpec;
}

/** Ways on from each port of each class, worked out when first asked for. */
function waysOn(classes: readonly PartClass[]): (state: State) => readonly WayOn[] {
  const known = new Map<string, readonly WayOn[]>();
  return ({ partClass, out }) => {
    const key = `${partClass.id}.${out.id}`;
    const ways = known.get(key) ?? classes.filter((c) => !c.host).flatMap((next) => waysThrough(out, next));
    known.set(key, ways);
    return ways;
  };
}

function waysThrough(from: PortSpec, next: PartClass): WayOn[] {
  const fitting = next.ports.filter((p) => ['in', 'through'].includes(p.flow) && takes(from, p));
  const first = fitting[0];
  if (!first) return [];
  const alike = fitting.filter((p) => p.flow === 'in' && p.connector === first.connector).map((p) => p.id);
  return outsOf(next)
    .filter((out) => out !== first)
    .map((out) => ({ next, into: first.id, alike, out }));
}

/** Ports a signal can leave by; of those that look alike (main, monitor, aux) the first stands for all. */
function outsOf(c: PartClass): readonly PortSpec[] {
  const outs = c.ports.filter((p) => ['out', 'through'].includes(p.flow));
  const looks = outs.map((p) => `${p.connector} ${p.carries} ${p.flow} ${Object.values(p.roles ?? {}).join()}`);
  return outs.filter((p, i) => p.flow === 'through' || looks.indexOf(looks[i]) === i);
}

const SIGNAL: ReadonlySet<Role> = new Set(['left', 'right', 'mono', 'mic', 'hot']);
const EARTH: ReadonlySet<Role> = new Set(['ground', 'screen']);
const DIGITAL = new Set(['usb', 'radio', 'power']);

/** Ports belong to classes, which do not change: each pair is thought about once. */
const thought = new WeakMap<PortSpec, WeakMap<PortSpec, boolean>>();

function takes(out: PortSpec, into: PortSpec): boolean {
  const known = thought.get(out) ?? new WeakMap<PortSpec, boolean>();
  thought.set(out, known);
  const before = known.get(into);
  if (before !== undefined) return before;
  const answer = makesSense(out, into);
  known.set(into, answer);
  return answer;
}

/** Would it make sense to plug this output into that input? Fit, kind of signal, and no signal onto ground. */
function makesSense(out: PortSpec, into: PortSpec): boolean {
  const kinds = [out.carries, into.carries];
  if (kinds.some((k) => DIGITAL.has(k)) && out.carries !== into.carries) {
    // Analogue contacts on a digital connector say so by their roles.
    if (!Object.values(into.roles ?? {}).includes('mic') || out.carries !== 'headset') return false;
  }
  if (out.carries === 'phones' || into.carries === 'phones') return false;
  const mating = mate(connectorNamed(out.connector)!, connectorNamed(into.connector)!, 0);
  if (!mating.fits) return false;
  if (kinds.every((k) => DIGITAL.has(k))) return true;
  const outIsPlug = mating.plugIs === 'a';
  let connects = false;
  const wanted = Object.values(into.roles ?? {}).includes('mic') ? new Set<Role>(['mic']) : SIGNAL;
  for (const t of mating.touches) {
    const from = out.roles?.[outIsPlug ? t.plug : t.socket] ?? 'none';
    const to = into.roles?.[outIsPlug ? t.socket : t.plug] ?? 'none';
    if (EARTH.has(from) && (to === 'mic' || to === 'hot')) return false;
    if (SIGNAL.has(from) && wanted.has(to)) connects = true;
  }
  return connects;
}

/** A part with a converter is where the signal is recorded: of no use where the app takes none of its inputs. */
const isRefused = (c: PartClass, app: AppClass, device: PartClass): boolean =>
  forbidden(device.host!, app, c) !== null ||
  (c.inputs !== undefined && !c.inputs.some((spec) => appTakes(app, device.host!, { spec, unlicensed: null })));

function usable(c: PartClass, job: Job): boolean {
  if (c.kind === 'power') return false;
  if (job.place === 'hand' && c.needs?.includes('table')) return false;
  return job.place === 'desk-mains' || !c.needs?.includes('mains');
}

const portKey = (c: PartClass, p: PortSpec, needs: number): string => `${c.id}.${p.id}.${needs}`;

/** CHANNELS when the part has an input that records as many voices apart. */
const channelsOf = (c: PartClass, voices: number): number =>
  c.inputs?.some((i) => i.channels.length >= voices) ? CHANNELS : 0;

/** JOIN when the part has as many holes like this one as there are voices. */
const joinsAt = (c: PartClass, into: PortSpec, voices: number): number =>
  c.ports.filter((p) => p.flow === 'in' && p.connector === into.connector).length >= voices ? JOIN : 0;

/** Money for what the drawer has not got; everything before the joining part is needed once a microphone. */
function moneyOf(links: readonly Link[], stock: Stock, microphones: number): number {
  const joins = links.findIndex((l) => l.alsoIn.length > 0);
  const joinedAt = joins < 0 ? links.length - (links.at(-1)?.outPort === null ? 1 : 0) : joins;
  return links.reduce((sum, link, i) => {
    return sum + priceOf(stock, link.classId, i < joinedAt ? microphones : 1);
  }, 0);
}

function priceOf(stock: Stock, classId: string, copies: number): number {
  let sum = 0;
  for (let n = 0; n < copies; n++) sum += stock.take(classId, n).price;
  return sum;
}

const pieceCost = (links: readonly Link[], stock: Stock, microphones: number): number =>
  moneyOf(links, stock, microphones) + links.length * PIECE_COST;

/**
 * Least cost from leaving a part by a port, with certain needs still open, to the device with none: Dijkstra from the
 * device backwards over ports and needs.
 */
function costAhead(
  classes: readonly PartClass[],
  device: PartClass,
  stock: Stock,
  voices: number,
): ReadonlyMap<string, number> {
  const outs = classes.flatMap((c) => (c.host ? [] : outsOf(c).map((port) => ({ partClass: c, port }))));
  const ahead = new Map<string, number>();
  const open = new TinyQueue<{
    readonly partClass: PartClass;
    readonly port: PortSpec;
    readonly needs: number;
    readonly cost: number;
  }>([], (a, b) => a.cost - b.cost);
  /** Going into a port of a part that meets `met`, after which `left` is still needed, costs so much from there on. */
  const relax = (into: PortSpec, met: number, left: number, cost: number) => {
    for (const needs of EVERY_NEED.filter((n) => (n & ~met) === left)) {
      for (const o of outs) {
        const key = portKey(o.partClass, o.port, needs);
        if (cost >= (ahead.get(key) ?? Number.POSITIVE_INFINITY) || !takes(o.port, into)) continue;
        ahead.set(key, cost);
        open.push({ ...o, needs, cost });
      }
    }
  };
  for (const port of device.ports) if (port.flow === 'in') relax(port, channelsOf(device, voices), 0, PIECE_COST);
  while (open.length > 0) {
    const { partClass, port, needs, cost } = open.pop()!;
    if (cost > ahead.get(portKey(partClass, port, needs))!) continue;
    for (const into of partClass.ports) {
      if (into.id !== port.id && ['in', 'through'].includes(into.flow)) {
        const met = joinsAt(partClass, into, voices) | channelsOf(partClass, voices);
        // What stands before the joining part is needed once a voice.
        const copies = needs & JOIN ? voices : 1;
        relax(into, met, needs, cost + PIECE_COST + priceOf(stock, partClass.id, copies));
      }
    }
  }
  return ahead;
}
