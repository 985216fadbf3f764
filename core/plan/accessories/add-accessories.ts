import { attachPart, portsFit } from '../../change';
import {
  type Catalogue,
  hostIn,
  type PartClass,
  type PartId,
  type PortSpec,
  partIn,
  type Setup,
  turnKnob,
} from '../../model';
import { isWire } from '../search';
import type { Means } from '../stock';
import {
  type Candidate,
  candidateOf,
  type Experience,
  faultsOf,
  isBetter,
  isHopeless,
  type Planning,
  setMonitoring,
  tuneFrom,
} from '../tuning';
import { type AccessoryKind, accessoryClasses, accessoryPorts } from './accessory-ports';

/**
 * Add what a chain needs beside it: headphones where someone must hear or the device wants to see them, a charger where a
 * part can be fed and lacks it.
 * Each is tried in every free hole that it fits, and kept where the whole comes out best.
 */
export function addAccessories(settled: Candidate, planning: Planning): Candidate {
  const { catalogue, past } = planning;
  let best = settled;
  const failing = (gate: string) => best.assessment.verdicts.some((v) => v.gate === gate && v.status === 'fail');
  const wantsLoad = best.assessment.readings.intended?.why === 'no-headphones';
  if (!wantsLoad && isHopeless(settled, past)) return settled;
  if (wantsLoad || (failing('heard') && best.setup.job.hearing !== 'nothing'))
    best = tryKind('listening', best, planning);
  if (failing('powered')) best = onMains(best, catalogue, past);
  if (failing('powered')) best = tryKind('power', best, planning);
  return best;
}

/** The device on its own supply, where it has one and the place has mains. */
function onMains(settled: Candidate, catalogue: Catalogue, past: Experience): Candidate {
  const { part, partClass } = settled.assessment.readings.compiled.device;
  const knob = partClass.knobs?.find((k) => k.id === hostIn(partClass).mainsKnob);
  if (!knob || settled.setup.job.place !== 'desk-mains') return settled;
  let best = settled;
  for (let position = 1; position <= knob.max; position++) {
    const tried = candidateOf(turnKnob(settled.setup, part.id, knob.id, position), catalogue, past);
    if (isBetter(tried.assessment, best.assessment)) best = tried;
  }
  return best;
}

interface WayInto {
  readonly c: PartClass;
  /** An adapter between, where the plug does not fit. */
  readonly by: PartClass | null;
}

/** What can go into a hole, cheapest first; headphones with another plug by an adapter. */
function waysInto(
  hole: PortSpec,
  classes: readonly PartClass[],
  { catalogue, stock }: Means,
  kind: AccessoryKind,
): readonly WayInto[] {
  const fits = (c: PartClass, port: PortSpec) => c.ports.some((p) => portsFit(p, port));
  const direct = classes.filter((c) => fits(c, hole)).map((c): WayInto => ({ c, by: null }));
  const adapters =
    kind === 'listening'
      ? [...catalogue.parts.values()].filter((a) => a.kind === 'adapter' && isWire(a) && a.ports.length === 2)
      : [];
  const byAdapter = adapters.flatMap((by) => {
    const [near, far] = fitting(by, hole);
    if (!near || !far) return [];
    return classes.filter((c) => !fits(c, hole) && fits(c, far)).map((c): WayInto => ({ c, by }));
  });
  const price = ({ c, by }: WayInto) => stock.take(c.id, 0).price + (by ? stock.take(by.id, 0).price + TROUBLE : 0);
  return [...direct, ...byAdapter].sort((a, b) => price(a) - price(b));
}

/** A piece more is worth so much money at least, where what fits by itself costs the same; est. */
const TROUBLE = 1;

/** The port of an adapter that goes into a hole, and its other one. */
function fitting(by: PartClass, hole: PortSpec): readonly [PortSpec | undefined, PortSpec | undefined] {
  const near = by.ports.find((p) => portsFit(p, hole));
  return [near, by.ports.find((p) => p !== near)];
}

function attached(
  setup: Setup,
  hole: { readonly part: PartId; readonly port: PortSpec },
  c: PartClass,
  by: PartClass | null,
  { catalogue, stock }: Means,
): Setup | null {
  const piece = (x: PartClass) => ({ ...stock.take(x.id, 0).part, id: String(x.id) });
  if (!by) return attachPart(setup, catalogue, hole, piece(c));
  const first = attachPart(setup, catalogue, hole, piece(by));
  const part = first?.parts.at(-1);
  const [, far] = fitting(by, hole.port);
  return first && part && far ? attachPart(first, catalogue, { part: part.id, port: far }, piece(c)) : null;
}

function tryKind(kind: AccessoryKind, settled: Candidate, planning: Planning): Candidate {
  const { past } = planning;
  const classes = accessoryClasses(kind, settled.setup, planning.catalogue);
  let best = settled;
  for (const { key, candidate } of placed(kind, classes, settled, planning)) {
    if (past.tries.isBad(key)) continue;
    const tried = candidate();
    past.tries.keep(key, isBetter(tried.assessment, settled.assessment));
    if (isBetter(tried.assessment, best.assessment)) best = tried;
  }
  // What is heard or fed hardly moves the knobs of the line: they are set once, for the best of them.
  return best === settled ? settled : tuneFrom(best, planning.catalogue, past);
}

/** With one of these classes, where the whole comes out best; null where none goes in anywhere. */
export function putIn(
  kind: AccessoryKind,
  classes: readonly PartClass[],
  settled: Candidate,
  planning: Planning,
): Candidate | null {
  let best: Candidate | null = null;
  for (const { candidate } of placed(kind, classes, settled, planning)) {
    const tried = candidate();
    if (!best || isBetter(tried.assessment, best.assessment)) best = tried;
  }
  return best;
}

/** Each class in each hole that takes it, in the order of their price; judged when it is asked for. */
function* placed(
  kind: AccessoryKind,
  classes: readonly PartClass[],
  settled: Candidate,
  { catalogue, stock, past }: Planning,
): Generator<{ readonly key: string; readonly candidate: () => Candidate }> {
  const { setup: bare } = settled;
  for (const hole of accessoryPorts(kind, bare, catalogue)) {
    for (const { c, by } of waysInto(hole.port, classes, { catalogue, stock }, kind)) {
      const setup = attached(bare, hole, c, by, { catalogue, stock });
      if (!setup) continue;
      const at = `${partIn(bare, hole.part).class}.${hole.port.id}`;
      yield {
        key: `${at} ${kind === 'power' ? c.id : ''} ${faultsOf(settled)}`,
        candidate: () => setMonitoring(candidateOf(setup, catalogue, past), catalogue),
      };
      // One pair of headphones is like another, but not every power bank lasts.
      if (kind === 'listening') break;
    }
  }
}
