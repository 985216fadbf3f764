import { atKey, byId, itemAt, reach } from '../algorithms';
import { type Element, nodesOf } from '../circuit';
import { contactsOf, type Mating, mate, mustConnector } from '../connectors';
import {
  type Catalogue,
  classIn,
  hostsOf,
  type Joint,
  looseParts,
  type PartId,
  type PortId,
  type PortRef,
  type Setup,
} from '../model';
import {
  type Compiled,
  contactNode,
  type Disturbance,
  earthNode,
  type Fitted,
  type FittedJoint,
  nodeOf,
  OWN_REFERENCE,
} from './compiled';
import { likeByLike } from './like-by-like';
import { compilePart, NO_CIRCUIT, type PartCircuit } from './part';

/** Metal on metal in a joint; common practice is 10 to 50 mohm. */
const CONTACT_OHM = 0.03;
/** From every contact that carries something to the reference, through plastic and air; est. Gives each floating part a definite potential. */
const INSULATION_OHM = 1e9;
/** The device in its hand or on its stand, to all that is earthed around it; est. */
const SURROUNDINGS_FARAD = 100e-12;

export interface CompileOptions {
  /** Joints as they would be with some touches lifted: for asking which one is to blame. */
  readonly liftedTouches?: ReadonlySet<string>;
  /** Amplifiers that have not the supply they need, by name: found by solving the steady state first. */
  readonly muted?: ReadonlySet<string>;
  /** Joints in which every contact is to meet its like: for asking which one is to blame. */
  readonly rewired?: ReadonlySet<string> | undefined;
  /** Parts that nothing feeds: they amplify, supply and play nothing. */
  readonly unfed?: ReadonlySet<string>;
}

const NONE: ReadonlySet<string> = new Set();

/**
 * Join the circuits of all parts into one netlist. The setup must have passed `checkDocument`.
 * A joint that does not fit adds nothing to the netlist: its two sides stay apart, and Fit says why.
 * @throws where the setup's devices are not those of its job, or a class is not in the catalogue
 * @example const { netlist, limits } = compile(setup, catalogue);
 */
export function compile(
  setup: Setup,
  catalogue: Catalogue,
  { liftedTouches, muted = NONE, rewired = NONE, unfed = NONE }: CompileOptions = {},
): Compiled {
  const fitted = new Map<string, Fitted>();
  for (const part of setup.parts) fitted.set(part.id, { part, partClass: classIn(catalogue, part.class) });
  const named = hostsOf(setup, catalogue);
  if (!named) throw new Error(`the devices of ${setup.id} are not those of its job`);
  const hosts = named.map(({ part, app, told }) => ({ fitted: atKey(fitted, part.id), app, told }));
  const device = itemAt(hosts, 0).fitted;

  const elements: Element[] = [];
  // The first device's ground is the reference of the whole; a second one floats on its own until something joins them.
  // What lies about is left out of the netlist, however much of it there is.
  const loose = looseParts(setup, catalogue);
  const plugged = pluggedPorts(setup);
  const circuits = [...fitted.values()].map((f) =>
    loose.has(f.part.id)
      ? NO_CIRCUIT
      : compilePart(
          f,
          muted,
          f.partClass.host !== undefined && f !== device,
          unfed.has(f.part.id),
          plugged.get(f.part.id) ?? NONE,
        ),
  );
  for (const circuit of circuits) elements.push(...circuit.elements);
  const owners = new Map<string, string>();
  [...fitted.keys()].forEach((part, i) => {
    for (const e of itemAt(circuits, i).elements) owners.set(e.name, part);
  });
  // Contacts that no circuit uses would only be floating metal: they are left out of the netlist.
  const inUse = new Set<string>();
  for (const e of elements) for (const n of nodesOf(e)) inUse.add(n);

  // What a touch brings in as well, once the joints are made.
  const present = new Set(inUse);
  const side = (ref: PortRef) => {
    const f = atKey(fitted, ref.part);
    return { ...f, port: byId(f.partClass.ports, ref.port) };
  };
  const touchOhm = new Map<string, number>();
  const joints: FittedJoint[] = setup.joints.map((joint) => {
    const a = side(joint.a);
    const b = side(joint.b);
    const mating = rewired.has(joint.id)
      ? likeByLike(a.port, b.port)
      : asItIs(mate(mustConnector(a.port.connector), mustConnector(b.port.connector), joint.outMm ?? 0), joint);
    const touchNames = mating.fits ? mating.touches.map((t) => `${joint.id}/${t.plug}-${t.socket}`) : [];
    if (mating.fits) {
      const [plug, socket] = mating.plugIs === 'a' ? [joint.a, joint.b] : [joint.b, joint.a];
      mating.touches.forEach((t, i) => {
        const from = contactNode(plug.part, plug.port, t.plug);
        const to = contactNode(socket.part, socket.port, t.socket);
        if (liftedTouches?.has(itemAt(touchNames, i)) || !(inUse.has(from) || inUse.has(to))) return;
        const ohm = Math.max(CONTACT_OHM, joint.contactOhm ?? 0);
        elements.push({ kind: 'resistor', name: itemAt(touchNames, i), a: from, b: to, ohm });
        present.add(from).add(to);
        touchOhm.set(itemAt(touchNames, i), ohm);
        owners.set(itemAt(touchNames, i), plug.part);
      });
    }
    return { joint, a, b, mating, touchNames };
  });

  // A supply that nothing is plugged into gives nothing, and no noise either.
  const noisy = circuits
    .flatMap((c) => c.ripples)
    .filter((r) => inUse.has(r.node) && joints.some((j) => isPluggedAt(j, r.part, r.port)));
  const ripples = noisy.map(({ part, port, node, name, ampere }): Disturbance => {
    const fed = hosts.length === 1 ? device.part.id : hostFedBy(part, port, joints, hosts);
    const ground = fed === device.part.id ? '0' : nodeOf(fed, OWN_REFERENCE);
    elements.push({ kind: 'current', name, p: ground, n: node, dc: 0, ac: 0 });
    return { part, what: 'supply noise', source: name, farad: null, ampere, fed };
  });

  const building = buildingOf(
    circuits,
    hosts.slice(1).map(({ fitted: f }) => nodeOf(f.part.id, OWN_REFERENCE)),
  );
  elements.push(...building.elements);
  const silent = new Set(circuits.flatMap((c) => c.silent));
  for (const e of building.elements) silent.add(e.name);
  for (const { part, partClass } of fitted.values()) {
    for (const port of partClass.ports) {
      for (const contact of contactsOf(mustConnector(port.connector))) {
        const node = contactNode(part.id, port.id, contact);
        if (!present.has(node)) continue;
        const name = `${node} insulation`;
        elements.push({ kind: 'resistor', name, a: node, b: '0', ohm: INSULATION_OHM });
        silent.add(name);
      }
    }
  }

  return {
    setup,
    catalogue,
    fitted,
    joints,
    device,
    hosts,
    netlist: { title: setup.name, elements },
    capsules: circuits.flatMap((c) => c.capsules),
    stages: circuits.flatMap((c) => c.stages),
    inputs: circuits.flatMap((c) => c.inputs),
    playbacks: circuits.flatMap((c) => c.playbacks),
    drivers: circuits.flatMap((c) => c.drivers),
    limits: circuits.flatMap((c) => c.limits),
    disturbances: [...building.disturbances, ...ripples, ...circuits.flatMap((c) => c.disturbances)],
    earthings: circuits.flatMap((c) => c.earthings),
    silent,
    rewired,
    unfed,
    muted,
    touchOhm,
    present: (node) => present.has(node) || node === '0',
    ownerOf: (element) => owners.get(element) ?? device.part.id,
  };
}

function pluggedPorts({ joints }: Setup): ReadonlyMap<PartId, ReadonlySet<PortId>> {
  const plugged = new Map<PartId, Set<PortId>>();
  for (const { part, port } of joints.flatMap((j) => [j.a, j.b])) {
    plugged.set(part, (plugged.get(part) ?? new Set<PortId>()).add(port));
  }
  return plugged;
}

/**
 * The device that a supply feeds, the nearest past its port: its noise goes along the supply line and comes back from that
 * device's ground.
 */
function hostFedBy(
  part: PartId,
  port: PortId,
  joints: readonly FittedJoint[],
  hosts: readonly { readonly fitted: Fitted }[],
): string {
  const ends = ({ a, b }: FittedJoint) => [a.part.id, b.part.id];
  const first = joints.filter((j) => isPluggedAt(j, part, port)).flatMap(ends);
  const found = reach(
    first.filter((p) => p !== part),
    (at) =>
      joints
        .filter((j) => j.mating.fits && ends(j).includes(at))
        .flatMap((j) => ends(j).map((p) => [p, j] as const))
        .filter(([p]) => p !== part),
  );
  const nearest = [...found.keys()].find((p) => hosts.some((h) => h.fitted.part.id === p));
  return nearest ?? itemAt(hosts, 0).fitted.part.id;
}

const isPluggedAt = ({ a, b, mating }: FittedJoint, part: PartId, port: PortId): boolean =>
  mating.fits && mating.touches.length > 0 && [a, b].some((s) => s.part.id === part && s.port.id === port);

/** What touches in this very joint: broken conductors touch nothing, bridged ones lie where the other lies. */
function asItIs(mating: Mating, { parted = [], bridged = [] }: Joint): Mating {
  if (!mating.fits || parted.length + bridged.length === 0) return mating;
  const whole = mating.touches.filter((t) => !parted.includes(t.plug));
  const others = bridged.flatMap(([x, y]) =>
    whole.flatMap((t) => (t.plug === x ? [{ ...t, plug: y }] : t.plug === y ? [{ ...t, plug: x }] : [])),
  );
  const news = others.filter((o) => !whole.some((t) => t.plug === o.plug && t.socket === o.socket));
  return { ...mating, touches: [...whole, ...news] };
}

/**
 * The earths of the outlets that are in use, a difference between each and the shared one, and the air to each device.
 * @param grounds grounds of further devices.
 */
function buildingOf(
  circuits: readonly PartCircuit[],
  grounds: readonly string[],
): {
  readonly elements: readonly Element[];
  readonly disturbances: readonly Disturbance[];
} {
  const elements: Element[] = grounds.map((node) => ({
    kind: 'resistor',
    name: `${node} insulation`,
    a: node,
    b: '0',
    ohm: INSULATION_OHM,
  }));
  if (circuits.every((c) => c.disturbances.length + c.earthings.length === 0)) return { elements, disturbances: [] };
  const shared = earthNode();
  elements.push({ kind: 'resistor', name: 'building insulation', a: shared, b: '0', ohm: INSULATION_OHM });
  for (const node of ['0', ...grounds]) {
    elements.push({ kind: 'capacitor', name: `${node} surroundings`, a: shared, b: node, farad: SURROUNDINGS_FARAD });
  }
  const disturbances: Disturbance[] = [];
  for (const { part, earth } of circuits.flatMap((c) => c.earthings)) {
    const source = `ground difference ${earth}`;
    if (earth === shared || disturbances.some((d) => d.source === source)) continue;
    elements.push({ kind: 'voltage', name: source, p: earth, n: shared, dc: 0, ac: 0 });
    disturbances.push({ part, what: 'ground difference', source, farad: null });
  }
  return { elements, disturbances };
}
