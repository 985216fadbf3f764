import TinyQueue from 'tinyqueue';
import { appTakes, forbidden } from '../host';
import {
  type AppClass,
  type Catalogue,
  hearsSelf,
  isCarried,
  isGiven,
  type Job,
  type PartClass,
  type PortSpec,
  type Source,
} from '../model';
import { type Guests, guestsOf } from './branches';
import { type Chain, classCounts, isJoining, type Link } from './chain';
import type { Stock } from './stock';
import { isStraight, isWire } from './straight';
import { isRightHalf, takes } from './takes';

/** Longest chain considered: nobody carries more. */
const LONGEST = 7;
/** A piece costs this much in the search even when it is owned: shorter chains first. */
const PIECE_COST = 0.5;

/** Beginnings looked at in one search: the effort has an end, and it is the same on every machine. */
const MOST_POPPED = 10_000;

/** Beginnings of one kind that are looked at before those of others. */
const TURNS = 150;

/** What a chain has still to pass through before the device, as bits. */
const JOIN = 1;
const CHANNELS = 2;
const EARS = 4;
/** All combinations of some needs. */
const combinations = (needs: number): readonly number[] =>
  Array.from({ length: (JOIN | CHANNELS | EARS) + 1 }, (_, n) => n).filter((n) => (n & ~needs) === 0);

interface State {
  readonly links: readonly Link[];
  readonly partClass: PartClass;
  readonly out: PortSpec;
  readonly cost: number;
  /**
   * JOIN while several microphones run side by side; CHANNELS while no input that keeps voices apart was met; EARS while
   * one must hear oneself, the app plays nothing of it, and no part was met that does.
   */
  readonly needs: number;
  readonly microphones: number;
  /** Cost so far and the least that must still come. */
  readonly bound: number;
  readonly found: number;
}

/**
 * Best-first search over ports: chains come out in the order of what they cost, cheapest first; those that look awkward or
 * poor, or whose microphone has had its turn, in the same order after all others. The least cost from each
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
  const { lead, others } = sortedSources(job);
  const guests = guestsOf(others, catalogue, stock);
  const voices = job.sources.length;
  // One microphone cannot keep two voices apart, nor can an input of one channel; what comes by wire has its own way in.
  const apart = job.arrangement === 'side-each' && voices > 1;
  const unheard = hearsSelf(job.hearing) && !app.monitors;
  const single = lead.length === 1 || (!apart && lead[0].from === undefined);
  const microphoneCounts = [...new Set([...(single ? [1] : []), lead.length])];
  const stepsFrom = waysOn(classes);
  const ahead = costAhead(
    classes,
    device,
    stock,
    voices,
    others.length > 0 ? microphoneCounts[0] : lead.length,
    guests,
    combinations((voices > 1 ? JOIN : 0) | (apart ? CHANNELS : 0) | (unheard ? EARS : 0)),
  );
  // Of those that are as good, the one found first comes first.
  const inOrder = (a: State, b: State) => a.bound - b.bound || a.found - b.found;
  let queue = new TinyQueue<State>([], inOrder);
  let waiting: State[] = [];
  const late: Chain[] = [];
  let found = 0;
  const been = new Set<string>();
  const effort = new Map<string, number>();
  const push = (state: Omit<State, 'bound' | 'found'>) => {
    const rest = ahead.get(portKey(state.partClass, state.out, state.needs));
    if (rest === undefined) return;
    const bound = state.cost + rest;
    if (job.budget !== null && moneyOf(state.links, stock, state.microphones) > job.budget) return;
    queue.push({ ...state, bound, found: found++ });
  };
  for (const partClass of classes) {
    if (lead[0].from === undefined ? !partClass.circuit.some((e) => e.is === 'capsule') : partClass.id !== lead[0].from)
      continue;
    for (const out of partClass.ports.filter((p) => p.flow === 'out' && !isRightHalf(p))) {
      for (const microphones of microphoneCounts) {
        const links = [{ classId: partClass.id, inPort: null, alsoIn: [], guests: [], outPort: out.id }];
        const cost = pieceCost(links, stock, microphones);
        const needs = (microphones + others.length > 1 ? JOIN : 0) | (apart ? CHANNELS : 0) | (unheard ? EARS : 0);
        push({ links, partClass, out, cost, needs: needs & ~metBy(partClass, voices), microphones });
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
    // No microphone takes all the effort: the beginnings of one that had its turn wait until others had theirs.
    const whose = turnOf(state.links, catalogue);
    const turns = (effort.get(whose) ?? 0) + 1;
    effort.set(whose, turns);
    const waits = turns > TURNS || isAwkward(state.links, catalogue) || isPoor(state.links, state.microphones);
    if (!all && waits) {
      waiting.push(state);
      continue;
    }
    // The cheapest straight way to a connector of some length comes first; another one is only more to carry.
    const way = wayKey(state, job.distanceM, catalogue);
    if (been.has(way)) continue;
    been.add(way);
    for (const port of device.ports) {
      if (port.flow !== 'in' || !takes(state.out, port)) continue;
      if ((state.needs & ~metBy(device, voices) & ~JOIN) !== 0) continue;
      const alike = device.ports.filter((p) => p.flow === 'in' && p.connector === port.connector).map((p) => p.id);
      if (alike[0] !== port.id && state.needs & JOIN) continue;
      for (const { alsoIn, guests: come } of joinings(state, device, alike, guests)) {
        if (state.needs & JOIN && alsoIn.length + come.length === 0) continue;
        const links = [...state.links, { classId: device.id, inPort: port.id, alsoIn, guests: come, outPort: null }];
        const chain = { links, cost: moneyOf(links, stock, state.microphones), microphones: state.microphones };
        if (all || !isPoor(links, state.microphones)) yield chain;
        else late.push(chain);
      }
    }
    if (state.links.length + 1 >= LONGEST) continue;
    for (const { next, into, alike, out } of stepsFrom(state)) {
      if (state.links.some((l) => l.classId === next.id)) continue;
      for (const { alsoIn, guests: come } of joinings(state, next, alike, guests)) {
        if (alsoIn.includes(out.id) || come.some((g) => g.port === out.id)) continue;
        const joins = alsoIn.length + come.length > 0;
        const links = [...state.links, { classId: next.id, inPort: into, alsoIn, guests: come, outPort: out.id }];
        const needs = state.needs & ~(joins ? JOIN : 0) & ~metBy(next, voices);
        const cost = pieceCost(links, stock, state.microphones);
        push({ links, partClass: next, out, cost, needs, microphones: state.microphones });
      }
    }
  }
}

/** The sources that lead, one kind of way in for all of them: those heard by microphones if there are any; and the others. */
export function sortedSources({ sources }: Job): {
  readonly lead: readonly Source[];
  readonly others: readonly Source[];
} {
  const from = sources.some((s) => s.from === undefined) ? undefined : sources[0].from;
  return { lead: sources.filter((s) => s.from === from), others: sources.filter((s) => s.from !== from) };
}

/** A device records one of its inputs at a time: its holes of another kind belong to another input. */
export function apartFrom(c: PartClass, hole: string): readonly string[] {
  if (!c.host) return [];
  const { connector } = c.ports.find((p) => p.id === hole)!;
  return c.ports.filter((p) => p.connector !== connector).map((p) => p.id);
}

/** The ways in which a part can join what runs side by side, and not joining anything here. */
function joinings(
  { needs, microphones }: State,
  next: PartClass,
  alike: readonly string[],
  guests: Guests,
): readonly Pick<Link, 'alsoIn' | 'guests'>[] {
  const none = { alsoIn: [], guests: [] };
  if (!(needs & JOIN) || alike.length < microphones) return [none];
  const taken = alike.slice(0, microphones);
  const come = guests.into(next, [...taken, ...apartFrom(next, taken[0])]);
  return come ? [{ alsoIn: taken.slice(1), guests: come }, none] : [none];
}

/**
 * What distinguishes a state: the pieces that do something to the signal, the connector it has now, and how far it reaches,
 * as far as that matters.
 */
function wayKey({ links, out, needs, microphones }: State, farM: number, catalogue: Catalogue): string {
  let metres = 0;
  let doing = '';
  for (const link of links) {
    const c = catalogue.parts.get(link.classId)!;
    const port = (id: string | null) => c.ports.find((p) => p.id === id);
    const [into, outOf] = [port(link.inPort), port(link.outPort)];
    metres += c.values.lengthM?.value ?? 0;
    if (into && outOf && !isJoining(link) && isStraight(c, into, outOf)) continue;
    doing += `${link.inPort}>${link.classId}>${link.outPort}+${link.alsoIn.length}`;
    for (const g of link.guests) doing += ` ${g.port}`;
  }
  return `${doing} ${out.connector} ${out.carries} ${needs} ${microphones} ${Math.min(metres, farM).toFixed(1)}`;
}

/** Whose turn a beginning is: its microphone's; of what comes by wire, the first piece's that is more than wire. */
function turnOf(links: readonly Link[], catalogue: Catalogue): string {
  const classOf = (l: Link) => catalogue.parts.get(l.classId)!;
  if (classOf(links[0]).kind !== 'source') return links[0].classId;
  return links.find((l, i) => i > 0 && !isWire(classOf(l)))?.classId ?? '';
}

/** More passive pieces than this that do something to the signal are rarely what is wanted. */
const MANY_PASSIVE = 2;

/** Many passive pieces, or two in the same place of which the second undoes or repeats what the first crosses. */
function isAwkward(links: readonly Link[], catalogue: Catalogue): boolean {
  let passive = 0;
  let crossing = 0;
  for (const link of links) {
    const c = catalogue.parts.get(link.classId)!;
    if (c.kind !== 'adapter' || c.inputs || c.usb || c.circuit.some((e) => e.is === 'stage')) continue;
    const port = (id: string | null) => c.ports.find((p) => p.id === id);
    const [into, out] = [port(link.inPort), port(link.outPort)];
    if (!into || !out || isStraight(c, into, out)) continue;
    passive += 1;
    if (isWire(c) && into.connector.replace('socket', 'plug') === out.connector.replace('socket', 'plug'))
      crossing += 1;
  }
  return passive > MANY_PASSIVE || crossing > 1;
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
    const ways = known.get(key) ?? classes.filter((c) => !isGiven(c)).flatMap((next) => waysThrough(out, next));
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
  const outs = c.ports.filter((p) => ['out', 'through'].includes(p.flow) && !isRightHalf(p));
  const looks = outs.map((p) => `${p.connector} ${p.carries} ${p.flow} ${Object.values(p.roles ?? {}).join()}`);
  return outs.filter((p, i) => p.flow === 'through' || looks.indexOf(looks[i]) === i);
}

/** A part with a converter is where the signal is recorded: of no use where the app takes none of its inputs. */
const isRefused = (c: PartClass, app: AppClass, device: PartClass): boolean =>
  forbidden(device.host!, app, c) !== null ||
  (c.inputs !== undefined && !c.inputs.some((spec) => appTakes(app, device.host!, { spec, unlicensed: null })));

function usable(c: PartClass, job: Job): boolean {
  if (c.kind === 'power') return false;
  if (isCarried(job) && c.needs?.includes('table')) return false;
  return job.place === 'desk-mains' || !c.needs?.includes('mains');
}

const portKey = (c: PartClass, p: PortSpec, needs: number): string => `${c.id}.${p.id}.${needs}`;

/** CHANNELS when the part has an input that records as many voices apart; EARS when it plays by wire what it is given. */
const metBy = (c: PartClass, voices: number): number =>
  (c.inputs?.some((i) => i.channels.length >= voices) ? CHANNELS : 0) | (playsByWire(c) ? EARS : 0);

function playsByWire({ ports, circuit }: PartClass): boolean {
  const ears = ports.filter((p) => p.flow === 'monitor').map((p) => `${p.id}.`);
  return circuit.some((e) => e.is === 'stage' && ears.some((ear) => e.out[0].startsWith(ear)));
}

/** JOIN when the part has as many holes like this one as lead there, and others for the guests. */
function joinsAt(c: PartClass, into: PortSpec, leads: number, guests: Guests): number {
  const alike = c.ports.filter((p) => p.flow === 'in' && p.connector === into.connector).map((p) => p.id);
  return alike.length >= leads && guests.into(c, [...alike.slice(0, leads), ...apartFrom(c, into.id)]) !== null
    ? JOIN
    : 0;
}

/** Money for what the drawer has not got. */
function moneyOf(links: readonly Link[], stock: Stock, microphones: number): number {
  let sum = 0;
  for (const [classId, n] of classCounts(links, microphones)) sum += priceOf(stock, classId, n);
  return sum;
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
  leads: number,
  guests: Guests,
  everyNeed: readonly number[],
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
    for (const needs of everyNeed.filter((n) => (n & ~met) === left)) {
      for (const o of outs) {
        const key = portKey(o.partClass, o.port, needs);
        if (cost >= (ahead.get(key) ?? Number.POSITIVE_INFINITY) || !takes(o.port, into)) continue;
        ahead.set(key, cost);
        open.push({ ...o, needs, cost });
      }
    }
  };
  for (const port of device.ports)
    if (port.flow === 'in') relax(port, metBy(device, voices) | joinsAt(device, port, leads, guests), 0, PIECE_COST);
  while (open.length > 0) {
    const { partClass, port, needs, cost } = open.pop()!;
    if (cost > ahead.get(portKey(partClass, port, needs))!) continue;
    for (const into of partClass.ports) {
      if (into.id !== port.id && ['in', 'through'].includes(into.flow)) {
        const met = joinsAt(partClass, into, leads, guests) | metBy(partClass, voices);
        // What stands before the joining part is needed once a microphone.
        const copies = needs & JOIN ? leads : 1;
        relax(into, met, needs, cost + PIECE_COST + priceOf(stock, partClass.id, copies));
      }
    }
  }
  return ahead;
}
