import { memoOfTwo, powerSumDb } from '../algorithms';
import { type Element, type NodeName, ownNoisePower } from '../circuit';
import {
  type ElementSpec,
  isShut,
  knobAt,
  type Part,
  type PartClass,
  type PartId,
  PLAIN_MAINS,
  type PortId,
  quantity,
  RATED_SPL,
} from '../model';
import {
  type Capsule,
  type Disturbance,
  type Driver,
  type Earthing,
  earthNode,
  type Fitted,
  type InputChannel,
  type Limit,
  type Needs,
  nodeOf,
  OWN_REFERENCE,
  type Playback,
  type Stage,
} from './compiled';
import { toneFilter } from './tone';

/** Volts of 0 dBu, for each pascal of the level that stands for rated: 0.7746 V, 20 uPa at 0 dB. */
const RATED_VOLT = Math.sqrt(0.6) / (20e-6 * 10 ** (RATED_SPL / 20));

/** What an amplifier without its supply lets through: nothing that could be heard. */
export const MUTED_DB = -200;

/** What one part adds to the netlist. */
export interface PartCircuit {
  readonly elements: Element[];
  readonly capsules: Capsule[];
  readonly stages: Stage[];
  readonly inputs: InputChannel[];
  readonly playbacks: Playback[];
  readonly drivers: Driver[];
  readonly limits: Limit[];
  readonly disturbances: Disturbance[];
  /** Noise currents of supplies, by the port that must be in use for them to flow. */
  readonly ripples: {
    readonly part: PartId;
    readonly port: PortId;
    readonly name: string;
    readonly node: NodeName;
    readonly ampere: number;
  }[];
  readonly earthings: Earthing[];
  readonly silent: string[];
}

/** Of a part that does nothing here. */
export const NO_CIRCUIT: PartCircuit = emptyCircuit();

function emptyCircuit(): PartCircuit {
  return {
    elements: [],
    capsules: [],
    stages: [],
    inputs: [],
    playbacks: [],
    drivers: [],
    limits: [],
    disturbances: [],
    ripples: [],
    earthings: [],
    silent: [],
  };
}

/**
 * Turn a part's circuit into elements, with own values and knob positions put in.
 * @param muted amplifiers that have not the supply they need, by name.
 * @param ownGround whether what its class calls the reference is a node of its own.
 * @param unfed whether nothing feeds it: what it has of amplifiers, supplies and players is dead.
 * @param plugged its ports that something is plugged into.
 */
export function compilePart(
  { part, partClass }: Fitted,
  muted: ReadonlySet<string>,
  ownGround: boolean,
  unfed: boolean,
  plugged: ReadonlySet<PortId>,
): PartCircuit {
  const silenced = [...muted].filter((name) => name.startsWith(`${part.id}/`));
  const key = JSON.stringify([ownGround, unfed, [...plugged].sort(), silenced.sort()]);
  const known = circuitsOf(part, partClass);
  const before = known.get(key);
  if (before) return before;
  const out = emptyCircuit();
  const words = wordsOf({ part, partClass }, ownGround);
  for (const spec of partClass.circuit) {
    if (spec.when && knobAt(part, partClass, spec.when.knob) !== spec.when.is) continue;
    if ('whileEmpty' in spec && spec.whileEmpty !== undefined && plugged.has(spec.whileEmpty)) continue;
    addElement(out, words, spec, muted, unfed);
  }
  known.set(key, out);
  return out;
}

/** A setup is compiled several times to be judged, and again for each change of it: most of its parts are the same each time. */
const circuitsOf = memoOfTwo((_: Part, __: PartClass) => new Map<string, PartCircuit>());

/** What the words of a class mean in this very part: numbers for its quantities, nodes of the netlist for its nodes. */
function wordsOf({ part, partClass }: Fitted, ownGround: boolean) {
  const node = (name: string) => nodeOf(part.id, ownGround && name === 'reference' ? OWN_REFERENCE : name);
  const q = (x: number | string) => quantity(part, partClass, x);
  return {
    part,
    q,
    /** Gains add up; a fader or send at its end lets nothing through, whatever is printed there. */
    sum: (list: readonly (number | string)[]) =>
      list.some((x) => isClosed({ part, partClass }, x)) ? MUTED_DB : list.reduce<number>((t, x) => t + q(x), 0),
    node,
    pair: ([a, b]: readonly [string, string]) => [node(a), node(b)] as const,
    placed: (id: string, p: NodeName, n: NodeName) => ({ part: part.id, id, p, n }),
  };
}

function isClosed({ part, partClass }: Fitted, quantityOf: number | string): boolean {
  if (typeof quantityOf !== 'string' || !quantityOf.startsWith('knob:')) return false;
  const knob = partClass.knobs?.find((k) => k.id === quantityOf.slice('knob:'.length));
  return knob !== undefined && isShut(part, partClass, knob);
}

type Words = ReturnType<typeof wordsOf>;

function addElement(
  out: PartCircuit,
  words: Words,
  spec: ElementSpec,
  muted: ReadonlySet<string>,
  unfed: boolean,
): void {
  const { part, q, sum, node: nodeAt, pair, placed } = words;
  const name = `${part.id}/${spec.id}`;
  switch (spec.is) {
    case 'resistor':
    case 'capacitor':
    case 'inductor': {
      const [a, b] = pair(spec.between);
      if (spec.is === 'resistor') out.elements.push({ kind: 'resistor', name, a, b, ohm: q(spec.value) });
      else if (spec.is === 'capacitor') out.elements.push({ kind: 'capacitor', name, a, b, farad: q(spec.value) });
      else out.elements.push({ kind: 'inductor', name, a, b, henry: q(spec.value) });
      return;
    }
    case 'transformer': {
      const [p1, n1] = pair(spec.primary);
      const [p2, n2] = pair(spec.secondary);
      out.elements.push({ kind: 'transformer', name, p1, n1, p2, n2, turns: q(spec.turns) });
      return;
    }
    case 'tone': {
      const bands = spec.bands.map(({ side, hz, gainDb }) => ({ side, hz: q(hz), gain: 10 ** (q(gainDb) / 20) }));
      const { elements, silent } = toneFilter(name, pair(spec.in), pair(spec.out), bands, q(spec.ohm));
      out.elements.push(...elements);
      out.silent.push(...silent);
      return;
    }
    case 'supply': {
      const [p, n] = pair(spec.between);
      out.elements.push({ kind: 'voltage', name, p, n, dc: unfed ? 0 : q(spec.volt), ac: 0 });
      return;
    }
    case 'capsule': {
      const [p, n] = pair(spec.between);
      const ohm = q(spec.ohm);
      const rated = q(spec.sensitivityMvPerPa) / 1000;
      const conductance = 1 / ohm + (spec.ratedLoadOhm === undefined ? 0 : 1 / q(spec.ratedLoadOhm));
      const perPascal = spec.form === 'voltage' ? rated : rated * conductance;
      const source = `${name}.sound`;
      if (spec.form === 'voltage') {
        out.elements.push({ kind: 'voltage', name: source, p: `${name}.emf`, n, dc: 0, ac: 0 });
        out.elements.push({ kind: 'resistor', name: `${name}.ohm`, a: `${name}.emf`, b: p, ohm });
      } else {
        out.elements.push({ kind: 'current', name: source, p: n, n: p, dc: 0, ac: 0 });
        out.elements.push({ kind: 'resistor', name: `${name}.ohm`, a: p, b: n, ohm });
      }
      const selfNoiseDba = spec.selfNoiseDba === undefined ? null : q(spec.selfNoiseDba);
      if (selfNoiseDba !== null) out.silent.push(`${name}.ohm`);
      const voltPerPascal = spec.form === 'voltage' ? perPascal : perPascal * ohm;
      out.capsules.push({
        ...placed(spec.id, p, n),
        source,
        perPascal,
        voltPerPascal,
        ohm,
        selfNoiseDba,
        maxSpl: spec.maxSpl === undefined ? null : q(spec.maxSpl),
        directivity: spec.directivity === undefined ? 1 : q(spec.directivity),
        wired: false,
        needs: needsOf(words, spec.needs),
      });
      return;
    }
    case 'feed': {
      const [p, n] = pair(spec.between);
      const ohm = q(spec.ohm);
      const source = `${name}.sound`;
      out.elements.push(
        { kind: 'voltage', name: source, p: `${name}.emf`, n, dc: 0, ac: 0 },
        { kind: 'resistor', name: `${name}.ohm`, a: `${name}.emf`, b: p, ohm },
      );
      out.silent.push(`${name}.ohm`);
      const perPascal = RATED_VOLT * 10 ** (q(spec.levelDbu) / 20);
      out.capsules.push({
        ...placed(spec.id, p, n),
        source,
        perPascal,
        voltPerPascal: perPascal,
        ohm,
        selfNoiseDba: RATED_SPL - q(spec.snrDb),
        maxSpl: null,
        directivity: 1,
        wired: true,
        needs: null,
      });
      return;
    }
    case 'stage': {
      const [inP, inN] = pair(spec.in);
      const [p, n] = pair(spec.out);
      const needs = needsOf(words, spec.needs);
      const gainDb = unfed || muted.has(name) ? MUTED_DB : sum(spec.gainDb);
      const driveNode = `${name}.drive`;
      out.elements.push(
        { kind: 'resistor', name: `${name}.in`, a: inP, b: inN, ohm: q(spec.inputOhm) },
        { kind: 'vcvs', name: `${name}.gain`, p: driveNode, n, cp: inP, cn: inN, gain: 10 ** (gainDb / 20) },
        { kind: 'resistor', name: `${name}.out`, a: driveNode, b: p, ohm: q(spec.outputOhm) },
      );
      // An amplifier's noise figure is measured with its own resistors in place.
      out.silent.push(`${name}.in`, `${name}.out`);
      const stage = { inP, inN, drive: `${name}.gain`, driveNode, gainDb };
      const ownDbu = ownNoiseDbu(q(spec.einDbu));
      const einDbu = spec.outputNoiseDbu === undefined ? ownDbu : powerSumDb(ownDbu, q(spec.outputNoiseDbu) - gainDb);
      out.stages.push({ ...placed(spec.id, p, n), ...stage, clipDbu: q(spec.clipDbu), einDbu, needs });
      return;
    }
    case 'input': {
      const [p, n] = pair(spec.in);
      const gainDb = sum(spec.gainDb);
      out.elements.push({ kind: 'resistor', name: `${name}.in`, a: p, b: n, ohm: q(spec.inputOhm) });
      out.silent.push(`${name}.in`);
      out.inputs.push({
        ...placed(spec.id, p, n),
        gainDb,
        fullScaleDbu: q(spec.fullScaleDbu) - gainDb,
        einDbu: q(spec.einDbu),
      });
      return;
    }
    case 'playback': {
      const [p, n] = pair(spec.out);
      const outputOhm = q(spec.outputOhm);
      const source = `${name}.play`;
      out.elements.push(
        { kind: 'voltage', name: source, p: `${name}.emf`, n, dc: 0, ac: 0 },
        { kind: 'resistor', name: `${name}.ohm`, a: `${name}.emf`, b: p, ohm: outputOhm },
      );
      if (unfed) return;
      out.playbacks.push({
        ...placed(spec.id, p, n),
        side: spec.side,
        source,
        fullScaleVolt: q(spec.fullScaleVolt),
        outputOhm,
      });
      return;
    }
    case 'driver': {
      const [p, n] = pair(spec.between);
      const ohm = q(spec.ohm);
      out.elements.push({ kind: 'resistor', name, a: p, b: n, ohm });
      const { directivity, distanceM } = spec;
      const open =
        directivity === undefined || distanceM === undefined
          ? null
          : { directivity: q(directivity), distanceM: q(distanceM) };
      out.drivers.push({ ...placed(spec.id, p, n), side: spec.side, ohm, splAtOneVolt: q(spec.splAtOneVolt), open });
      return;
    }
    case 'earth': {
      const node = nodeAt(spec.node);
      const earth = earthNode(part.outlet);
      const ohm = q(spec.ohm);
      out.elements.push({ kind: 'resistor', name, a: node, b: earth, ohm });
      out.earthings.push({ part: part.id, element: name, node, earth, ohm, farad: null });
      return;
    }
    case 'leak': {
      const node = nodeAt(spec.node);
      const earth = earthNode(part.outlet);
      const farad = (q(spec.microampere) * 1e-6) / (2 * Math.PI * PLAIN_MAINS.hz * PLAIN_MAINS.volt);
      // Its two capacitors go to live and to neutral, which is earth to this.
      out.earthings.push({ part: part.id, element: `${name}.cap`, node, earth, ohm: null, farad: 2 * farad });
      disturb(out, part.id, 'supply leakage', name, node, earth, farad, 2 * farad);
      return;
    }
    case 'ripple': {
      out.ripples.push({
        part: part.id,
        port: spec.node.slice(0, spec.node.indexOf('.')),
        name,
        node: nodeAt(spec.node),
        ampere: q(spec.milliampere) / 1000,
      });
      return;
    }
    case 'pickup': {
      const farad = q(spec.farad);
      disturb(out, part.id, 'pickup', name, nodeAt(spec.at), earthNode(), farad, farad);
      return;
    }
    case 'limit': {
      const [p, n] = pair(spec.between);
      out.limits.push({ ...placed(spec.id, p, n), maxVolt: q(spec.maxVolt), what: spec.what });
      return;
    }
  }
}

/** Mains through a small capacitance, as its current and the capacitance beside it (Norton). */
function disturb(
  out: PartCircuit,
  part: PartId,
  what: Disturbance['what'],
  name: string,
  node: NodeName,
  earth: string,
  farad: number,
  besideFarad: number,
): void {
  const source = `${name}.mains`;
  out.elements.push(
    { kind: 'capacitor', name: `${name}.cap`, a: node, b: earth, farad: besideFarad },
    { kind: 'current', name: source, p: earth, n: node, dc: 0, ac: 0 },
  );
  out.disturbances.push({ part, what, source, farad });
}

/** Of a noise figure in dBu, what the amplifier adds by itself, in dBu. */
const ownNoiseDbu = (einDbu: number): number =>
  10 * Math.log10(ownNoisePower(Math.sqrt(0.6) * 10 ** (einDbu / 20)) / 0.6);

function needsOf({ q, pair }: Words, spec: Extract<ElementSpec, { is: 'capsule' }>['needs']): Needs | null {
  if (!spec) return null;
  const [p, n] = pair(spec.between);
  return { p, n, minVolt: q(spec.minVolt), from: spec.from };
}
