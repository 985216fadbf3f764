import { connectorNamed, mate } from '../connectors';
import type { Catalogue, Job, PartClass, PortSpec, Role } from '../model';
import type { Stock } from './stock';

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

interface State {
  readonly links: readonly Link[];
  readonly partClass: PartClass;
  readonly out: PortSpec;
  readonly cost: number;
  readonly joined: boolean;
  readonly microphones: number;
  /** Cost so far and the least that must still come. */
  readonly bound: number;
}

/**
 * Best-first search over ports: chains come out in the order of what they cost, cheapest first. The least cost from each
 * port to the device, found backwards beforehand, steers it and drops ports that lead nowhere.
 * Pruned by fit, by the way the signal goes and by what the contacts are for; what a chain does is left to `assess`.
 */
export function* searchChains(job: Job, catalogue: Catalogue, stock: Stock): Generator<Chain> {
  const classes = [...catalogue.parts.values()].filter((c) => usable(c, job));
  const device = catalogue.parts.get(job.device)!;
  const ahead = costAhead(classes, device, stock);
  const queue: State[] = [];
  const push = (state: Omit<State, 'bound'>) => {
    const rest = ahead.get(portKey(state.partClass, state.out));
    if (rest === undefined) return;
    const bound = state.cost + rest;
    if (job.budget !== null && moneyOf(state.links, stock, state.microphones) > job.budget) return;
    let i = queue.length;
    while (i > 0 && queue[i - 1].bound < bound) i -= 1;
    queue.splice(i, 0, { ...state, bound });
  };
  const voices = job.sources.length;
  for (const partClass of classes) {
    if (!partClass.circuit.some((e) => e.is === 'capsule')) continue;
    for (const out of partClass.ports.filter((p) => p.flow === 'out')) {
      for (const microphones of voices > 1 ? [1, voices] : [1]) {
        const links = [{ classId: partClass.id, inPort: null, alsoIn: [], outPort: out.id }];
        const cost = pieceCost(links, stock, microphones);
        push({ links, partClass, out, cost, joined: microphones === 1, microphones });
      }
    }
  }
  while (queue.length > 0) {
    const state = queue.pop()!;
    for (const port of device.ports) {
      if (state.joined && port.flow === 'in' && takes(state.out, port)) {
        const links = [...state.links, { classId: device.id, inPort: port.id, alsoIn: [], outPort: null }];
        yield { links, cost: moneyOf(links, stock, state.microphones), microphones: state.microphones };
      }
    }
    if (state.links.length + 1 >= LONGEST) continue;
    for (const next of classes) {
      if (next.host || state.links.some((l) => l.classId === next.id)) continue;
      for (const step of stepsInto(state, next)) {
        for (const out of next.ports) {
          if (out.id === step.inPort || step.alsoIn.includes(out.id) || !['out', 'through'].includes(out.flow))
            continue;
          const links = [...state.links, { classId: next.id, ...step, outPort: out.id }];
          const joined = state.joined || step.alsoIn.length > 0;
          const cost = pieceCost(links, stock, state.microphones);
          push({ links, partClass: next, out, cost, joined, microphones: state.microphones });
        }
      }
    }
  }
}

/** Ways into a part: by one port; or, with several microphones not yet joined, by as many alike ports as there are. */
function stepsInto(state: State, next: PartClass): { readonly inPort: string; readonly alsoIn: readonly string[] }[] {
  const fitting = next.ports.filter((p) => ['in', 'through'].includes(p.flow) && takes(state.out, p));
  const first = fitting[0];
  if (!first) return [];
  const steps = [{ inPort: first.id, alsoIn: [] as string[] }];
  const alike = fitting.filter((p) => p.flow === 'in' && p.connector === first.connector);
  if (!state.joined && alike.length >= state.microphones) {
    steps.unshift({ inPort: alike[0].id, alsoIn: alike.slice(1, state.microphones).map((p) => p.id) });
  }
  return steps;
}

const SIGNAL: ReadonlySet<Role> = new Set(['left', 'right', 'mono', 'mic', 'hot']);
const EARTH: ReadonlySet<Role> = new Set(['ground', 'screen']);
const DIGITAL = new Set(['usb', 'radio', 'power']);

/** Would it make sense to plug this output into that input? Fit, kind of signal, and no signal onto ground. */
function takes(out: PortSpec, into: PortSpec): boolean {
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

function usable(c: PartClass, job: Job): boolean {
  if (c.kind === 'power') return false;
  if (job.place === 'hand' && c.needs?.includes('table')) return false;
  return job.place === 'desk-mains' || !c.needs?.includes('mains');
}

const portKey = (c: PartClass, p: PortSpec): string => `${c.id}.${p.id}`;

/** Money for what the drawer has not got; everything before the joining part is needed once a microphone. */
function moneyOf(links: readonly Link[], stock: Stock, microphones: number): number {
  const joinedAt = links.findIndex((l) => l.alsoIn.length > 0);
  return links.reduce((sum, link, i) => {
    const copies = microphones > 1 && i < joinedAt ? microphones : 1;
    for (let n = 0; n < copies; n++) sum += stock.take(link.classId, n).price;
    return sum;
  }, 0);
}

const pieceCost = (links: readonly Link[], stock: Stock, microphones: number): number =>
  moneyOf(links, stock, microphones) + links.length * PIECE_COST;

/** Least cost from leaving a part by a port to the device, over all parts: Dijkstra from the device backwards. */
function costAhead(classes: readonly PartClass[], device: PartClass, stock: Stock): ReadonlyMap<string, number> {
  const outs = classes.flatMap((c) =>
    c.host ? [] : c.ports.filter((p) => ['out', 'through'].includes(p.flow)).map((port) => ({ partClass: c, port })),
  );
  const ahead = new Map<string, number>();
  const open: { readonly partClass: PartClass; readonly port: PortSpec; readonly cost: number }[] = [];
  const relax = (into: PortSpec, cost: number) => {
    for (const o of outs) {
      if (takes(o.port, into) && cost < (ahead.get(portKey(o.partClass, o.port)) ?? Number.POSITIVE_INFINITY)) {
        ahead.set(portKey(o.partClass, o.port), cost);
        open.push({ ...o, cost });
      }
    }
  };
  for (const port of device.ports) if (port.flow === 'in') relax(port, PIECE_COST);
  while (open.length > 0) {
    open.sort((a, b) => b.cost - a.cost);
    const { partClass, port, cost } = open.pop()!;
    if (cost > ahead.get(portKey(partClass, port))!) continue;
    for (const into of partClass.ports) {
      if (into.id !== port.id && ['in', 'through'].includes(into.flow)) {
        relax(into, cost + PIECE_COST + stock.take(partClass.id, 0).price);
      }
    }
  }
  return ahead;
}
