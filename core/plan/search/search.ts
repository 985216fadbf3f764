import TinyQueue from 'tinyqueue';
import { itemAt, memoBy } from '../../algorithms';
import { CLEAN_SNR_DB, QUIET_PEAK_DBFS } from '../../gates';
import { appTakes, forbidden } from '../../host';
import {
  type AppClass,
  appIn,
  type Catalogue,
  classIn,
  hostIn,
  isCarried,
  isGiven,
  type Job,
  longestM,
  type PartClass,
  type PortSpec,
  type Source,
} from '../../model';
import { type Means, priceOfCopies, type Stock } from '../stock';
import { accepts, isRightHalf } from './accepts';
import { type Chain, classCounts, isJoining, type Link } from './chain';
import { costAhead } from './cost-ahead';
import { placedM } from './distance';
import { cleanestAt, loudestAt, mostAtConverter, mostGain } from './loudest';
import { DEAD, JOIN, needsOf } from './needs';
import { outsOf, portsOfOtherInputs } from './ports';
import { type SecondarySources, secondarySources } from './secondary-sources';
import { isStraightThrough, isWire } from './wire';

/** Longest chain considered: nobody carries more. */
export const LONGEST = 7;
/** What a piece counts for in a search beside its price, in the job's money; est. */
export const BY_MONEY = 0.5;
/** About the price of a part: what is owned must not hide what is simple; est. */
export const BY_PIECES = 50;

/** Beginnings looked at in one search: the effort has an end, and it is the same on every machine. */
const MOST_POPPED = 5000;
/** Beginnings looked at before something else may have its turn. */
const BREATH = 50;

/** Beginnings of one kind that are looked at before those of others. */
const TURNS = 150;

interface State {
  readonly links: readonly Link[];
  readonly partClass: PartClass;
  readonly out: PortSpec;
  readonly cost: number;
  /** What it has still to pass through, as bits. */
  readonly needs: number;
  readonly microphones: number;
  /** The most its peaks can be, dBu; null once they are numbers. */
  readonly peakDbu: number | null;
  /** Cost so far and the least that must still come. */
  readonly bound: number;
  readonly found: number;
}

export interface Wishes {
  /** Tells of the beginning of a chain that nothing good can come of it any more; asked anew each time. */
  readonly isPadded?: (links: readonly Link[]) => boolean;
  /** Tells of a beginning, or a whole chain, that it can wait: it comes when all others have come. */
  readonly isPoor?: (links: readonly Link[], microphones: number) => boolean;
  /** What a piece counts for beside its price. */
  readonly pieceCost?: number;
  /** Whether chains come too that lack a place for the ears or any power: to say of a job what it lacks. */
  readonly lacking?: boolean;
  /** Called where the search is ended before all was looked at. */
  readonly onCut?: () => void;
}

/**
 * Best-first search over ports: chains come out in the order of what they cost, cheapest first; those that look awkward or
 * poor, or whose microphone has had its turn, in the same order after all others. The least cost from each
 * port to the device, found backwards beforehand, steers it and drops ports that lead nowhere.
 * Null comes in between where it takes long, so that others have their turn.
 * Pruned by fit, by the way the signal goes and by what the contacts are for; what a chain does is left to `assess`.
 */
export function* searchChains(
  job: Job,
  means: Means,
  { isPadded = () => false, isPoor = () => false, pieceCost = BY_MONEY, lacking = false, onCut }: Wishes = {},
): Generator<Chain | null> {
  const { catalogue, stock } = means;
  const device = classIn(catalogue, job.device);
  const app = appIn(catalogue, job.app);
  const classes = [...catalogue.parts.values()].filter((c) => usable(c, job));
  // Where the digital side of a part is of no use, sound may still leave it by another port.
  const refused = new Set(classes.filter((c) => !c.host && isRefused(c, app, device)));
  const leaves: Leaves = (c) => (refused.has(c) ? outsOf(c).filter((p) => !isDigital(c, p)) : outsOf(c));
  const { lead, others } = sortedSources(job);
  const secondaries = secondarySources(others, means);
  const voices = job.sources.length;
  // One microphone cannot keep two voices apart, nor can an input of one channel; what comes by wire has its own way in.
  const apart = job.arrangement === 'side-each' && voices > 1;
  const needs = needsOf(job, catalogue, { voices, apart, lacking });
  const single = lead.length === 1 || (!apart && itemAt(lead, 0).from === undefined);
  const microphoneCounts = [...new Set([...(single ? [1] : []), lead.length])];
  const stepsFrom = waysOn(classes, leaves);
  const loudest = Math.max(...lead.map((s) => s.splAt1m));
  /** As near as it is ever held; one that sits on the device hears from there. */
  const nearest = (c: PartClass) => placedM(catalogue, c.id) ?? job.distanceM;
  const leads = others.length > 0 ? itemAt(microphoneCounts, 0) : lead.length;
  const ahead = costAhead({
    catalogue,
    stock,
    device,
    leaving: classes.filter((c) => !c.host).flatMap(leaves),
    needs,
    leads,
    secondaries,
    pieceCost,
  });
  // Of those that are as good, the one found first comes first.
  const inOrder = (a: State, b: State) => a.bound - b.bound || a.found - b.found;
  let queue = new TinyQueue<State>([], inOrder);
  let waiting: State[] = [];
  const late: Chain[] = [];
  let found = 0;
  const visited = new Set<string>();
  const effort = new Map<string, number>();
  const push = (state: Omit<State, 'bound' | 'found'>) => {
    const rest = ahead(state.out, state.needs);
    if (rest === undefined) return;
    const bound = state.cost + rest;
    if (job.budget !== null && moneyOf(state.links, stock, state.microphones) > job.budget) return;
    queue.push({ ...state, bound, found: found++ });
  };
  for (const partClass of classes) {
    if (
      itemAt(lead, 0).from === undefined
        ? !partClass.circuit.some((e) => e.is === 'capsule')
        : partClass.id !== itemAt(lead, 0).from
    )
      continue;
    if (cleanestAt(partClass, loudest, nearest(partClass)) < CLEAN_SNR_DB) continue;
    for (const out of partClass.ports.filter((p) => p.flow === 'out' && !isRightHalf(p))) {
      if (refused.has(partClass) && isDigital(partClass, out)) continue;
      for (const microphones of microphoneCounts) {
        if (microphones < lead.length && !isShared(partClass, lead.length)) continue;
        const links = [{ classId: partClass.id, inPort: null, alsoIn: [], secondaries: [], outPort: out.id }];
        const cost = moneyOf(links, stock, microphones) + links.length * pieceCost;
        const open = needs.after(needs.atStart(microphones + others.length > 1), partClass, null);
        const start =
          partClass.inputs?.length && isDigital(partClass, out)
            ? null
            : loudestAt(partClass, loudest, nearest(partClass));
        push({ links, partClass, out, cost, needs: open, microphones, peakDbu: start });
      }
    }
  }
  let popped = 0;
  for (let all = false; queue.length + waiting.length + late.length > 0; ) {
    if (queue.length === 0) {
      // All others have come: now what was put off.
      all = true;
      queue = new TinyQueue(waiting, inOrder);
      waiting = [];
      yield* late.splice(0);
      continue;
    }
    popped += 1;
    if (popped % BREATH === 0) yield null;
    if (popped > MOST_POPPED) {
      onCut?.();
      return;
    }
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
    if (visited.has(way)) continue;
    visited.add(way);
    for (const port of device.ports) {
      if (port.flow !== 'in' || !accepts(state.out, port)) continue;
      if (isBareAt(state.links, device, catalogue)) continue;
      if (isTooQuiet(state.peakDbu, device, port.id)) continue;
      const left = needs.after(state.needs, device, port);
      if (left === DEAD || (left & ~JOIN) !== 0) continue;
      const alike = device.ports.filter((p) => p.flow === 'in' && p.connector === port.connector).map((p) => p.id);
      if (alike[0] !== port.id && state.needs & JOIN) continue;
      for (const { alsoIn, secondaries: come } of joinings(state, device, alike, secondaries)) {
        if (state.needs & JOIN && alsoIn.length + come.length === 0) continue;
        const links = [
          ...state.links,
          { classId: device.id, inPort: port.id, alsoIn, secondaries: come, outPort: null },
        ];
        const { microphones } = state;
        const chain = { links, cost: moneyOf(links, stock, microphones), poor: all, microphones };
        if (all || !isPoor(links, microphones)) yield chain;
        else late.push({ ...chain, poor: true });
      }
    }
    if (state.links.length + 1 >= LONGEST) continue;
    for (const { next, into, alike, out } of stepsFrom(state)) {
      if (state.links.some((l) => l.classId === next.id)) continue;
      for (const { alsoIn, secondaries: come } of joinings(state, next, alike, secondaries)) {
        if (alsoIn.includes(out.id) || come.some((g) => g.port === out.id)) continue;
        const joins = alsoIn.length + come.length > 0;
        const met = needs.after(state.needs, next, portNamed(next, into));
        if (met === DEAD) continue;
        const open = met & ~(joins ? JOIN : 0);
        // Most ways lead nowhere: asked before anything is made of them.
        if (ahead(out, open) === undefined || isBareAt(state.links, next, catalogue)) continue;
        const peakDbu = peakAfter(state.peakDbu, next, into, out);
        if (peakDbu === TOO_QUIET) continue;
        const links = [...state.links, { classId: next.id, inPort: into, alsoIn, secondaries: come, outPort: out.id }];
        const cost = moneyOf(links, stock, state.microphones) + links.length * pieceCost;
        push({ links, partClass: next, out, cost, needs: open, microphones: state.microphones, peakDbu });
      }
    }
  }
}

/** Peaks that no setting brings up to where they would be heard over the floor. */
const TOO_QUIET = Symbol('too quiet');

const isTooQuiet = (peakDbu: number | null, c: PartClass, into: string): boolean => {
  const below = peakDbu === null ? null : mostAtConverter(c, into);
  return peakDbu !== null && below !== null && peakDbu + below < QUIET_PEAK_DBFS;
};

/** The most that the peaks can be after a part; null once they are numbers. */
function peakAfter(
  peakDbu: number | null,
  c: PartClass,
  into: string,
  out: PortSpec,
): number | null | typeof TOO_QUIET {
  if (peakDbu === null) return null;
  const more = mostGain(c, into, out);
  if (more !== null) return peakDbu + more;
  return isTooQuiet(peakDbu, c, into) ? TOO_QUIET : null;
}

/** More people than this do not pass one microphone round. */
const MOST_AT_HAND = 2;

/** May one microphone hear so many? What is worn hears its wearer; one in the hand is passed between two at most. */
const isShared = ({ held }: PartClass, voices: number): boolean =>
  held !== 'clip' && held !== 'head' && (held !== 'hand' || voices <= MOST_AT_HAND);

/** Does a microphone without a cable of its own go right into what lies on a table, far from the mouth? */
function isBareAt(links: readonly Link[], next: PartClass, catalogue: Catalogue): boolean {
  if (next.kind !== 'interface' && next.kind !== 'mixer' && !next.host) return false;
  const [first, ...others] = links.map((l) => classIn(catalogue, l.classId));
  return first?.plugInBody === true && others.every((c) => c.kind !== 'lead' && c.kind !== 'wireless');
}

/** The sources that lead, one kind of way in for all of them: those heard by microphones if there are any; and the others. */
export function sortedSources({ sources }: Job): {
  readonly lead: readonly Source[];
  readonly others: readonly Source[];
} {
  const from = sources.some((s) => s.from === undefined) ? undefined : itemAt(sources, 0).from;
  return { lead: sources.filter((s) => s.from === from), others: sources.filter((s) => s.from !== from) };
}

/** The ways in which a part can join what runs side by side, and not joining anything here. */
function joinings(
  { needs, microphones, out }: State,
  next: PartClass,
  alike: readonly string[],
  secondaries: SecondarySources,
): readonly Pick<Link, 'alsoIn' | 'secondaries'>[] {
  const none = { alsoIn: [], secondaries: [] };
  if (!(needs & JOIN) || alike.length < microphones || out.carries === 'usb') return [none];
  const taken = alike.slice(0, microphones);
  const come = secondaries.into(next, [...taken, ...portsOfOtherInputs(next, itemAt(taken, 0))]);
  return come ? [{ alsoIn: taken.slice(1), secondaries: come }, none] : [none];
}

/**
 * What distinguishes a state: the pieces that do something to the signal, the connector it has now, and how far it reaches,
 * as far as that matters.
 */
function wayKey({ links, out, needs, microphones }: State, farM: number, catalogue: Catalogue): string {
  let metres = 0;
  let doing = '';
  for (const link of links) {
    const c = classIn(catalogue, link.classId);
    const port = (id: string | null) => c.ports.find((p) => p.id === id);
    const [into, outOf] = [port(link.inPort), port(link.outPort)];
    metres += longestM(c);
    if (into && outOf && !isJoining(link) && isStraightThrough(c, into, outOf)) continue;
    doing += `${link.inPort}>${link.classId}>${link.outPort}+${link.alsoIn.length}`;
    for (const g of link.secondaries) doing += ` ${g.port}`;
  }
  return `${doing} ${out.connector} ${out.carries} ${needs} ${microphones} ${Math.min(metres, farM).toFixed(1)}`;
}

/** Whose turn a beginning is: its microphone's; of what comes by wire, the first piece's that is more than wire. */
function turnOf(links: readonly Link[], catalogue: Catalogue): string {
  const classOf = (l: Link) => classIn(catalogue, l.classId);
  if (classOf(itemAt(links, 0)).kind !== 'source') return itemAt(links, 0).classId;
  return links.find((l, i) => i > 0 && !isWire(classOf(l)))?.classId ?? '';
}

/** More passive pieces than this that do something to the signal are rarely what is wanted. */
const MANY_PASSIVE = 2;

/** Many passive pieces, or two in the same place of which the second undoes or repeats what the first crosses. */
function isAwkward(links: readonly Link[], catalogue: Catalogue): boolean {
  let passive = 0;
  let crossing = 0;
  for (const link of links) {
    const c = classIn(catalogue, link.classId);
    if (c.kind !== 'adapter' || c.inputs || c.usb || c.circuit.some((e) => e.is === 'stage')) continue;
    const port = (id: string | null) => c.ports.find((p) => p.id === id);
    const [into, out] = [port(link.inPort), port(link.outPort)];
    if (!into || !out || isStraightThrough(c, into, out)) continue;
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
const waysOn = (classes: readonly PartClass[], leaves: Leaves): ((state: State) => readonly WayOn[]) =>
  memoBy(
    ({ partClass, out }) => `${partClass.id}.${out.id}`,
    ({ out }) => classes.filter((c) => !isGiven(c)).flatMap((next) => waysThrough(out, next, leaves)),
  );

function waysThrough(from: PortSpec, next: PartClass, leaves: Leaves): WayOn[] {
  const fitting = next.ports.filter((p) => ['in', 'through'].includes(p.flow) && accepts(from, p));
  const first = fitting[0];
  if (!first) return [];
  const alike = fitting.filter((p) => p.flow === 'in' && p.connector === first.connector).map((p) => p.id);
  return leaves(next)
    .filter((out) => out !== first)
    .map((out) => ({ next, into: first.id, alike, out }));
}

const portNamed = (c: PartClass, id: string): PortSpec | null => c.ports.find((p) => p.id === id) ?? null;

/** The ports that sound may leave a class by. */
type Leaves = (c: PartClass) => readonly PortSpec[];

/** Does the port lead sound on as data, towards the device? */
const isDigital = (c: PartClass, p: PortSpec): boolean => p.id === c.usb?.up || p.carries === 'usb';

/** A part with a converter is where the signal is recorded: of no use where the app takes none of its inputs. */
const isRefused = (c: PartClass, app: AppClass, device: PartClass): boolean =>
  forbidden(hostIn(device), app, c) !== null ||
  (c.inputs !== undefined && !c.inputs.some((spec) => appTakes(app, hostIn(device), { spec, unlicensed: null })));

function usable(c: PartClass, job: Job): boolean {
  if (c.kind === 'power') return false;
  if (isCarried(job) && (c.needs?.includes('table') || c.held === 'stand' || c.held === 'table')) return false;
  // Whoever steadies a camera has no hand left for a mic.
  if (job.place === 'gimbal' && c.held === 'hand') return false;
  return job.place === 'desk-mains' || !c.needs?.includes('mains');
}

/** Money for what the drawer has not got. */
function moneyOf(links: readonly Link[], stock: Stock, microphones: number): number {
  let sum = 0;
  for (const [classId, n] of classCounts(links, microphones)) sum += priceOfCopies(stock, classId, n);
  return sum;
}
