import { type Catalogue, knobAt, type PartClass, type Setup, turnKnob } from '../model';

/** Where a fader stands that passes what it is given, dB. */
const UNITY_DB = 0;

/**
 * Open what is shut between two ports of a part: faders and sends at their least, on the way from one to the other, are
 * turned to unity. What lies on no such way stays as it is.
 */
export function opened(setup: Setup, catalogue: Catalogue, part: string, from: string, to: string): Setup {
  const { class: id } = setup.parts.find((p) => p.id === part)!;
  const partClass = catalogue.parts.get(id)!;
  let out = setup;
  for (const knob of partClass.knobs ?? []) {
    if (knob.unit !== 'dB' || !knobsBetween(partClass, from, to).has(knob.id)) continue;
    const isShut = knobAt(out.parts.find((p) => p.id === part)!, partClass, knob.id) === knob.min;
    if (isShut && knob.min < UNITY_DB && knob.max >= UNITY_DB) out = turnKnob(out, part, knob.id, UNITY_DB);
  }
  return out;
}

/** Gains that lie on some way through a part's circuit; ground is where no way leads on. */
function knobsBetween(partClass: PartClass, from: string, to: string): ReadonlySet<string> {
  const edges = partClass.circuit.flatMap((e): readonly Edge[] => {
    if (e.is === 'resistor' || e.is === 'capacitor') {
      const [a, b] = e.between;
      return [
        { from: a, to: b, knobs: [] },
        { from: b, to: a, knobs: [] },
      ];
    }
    if (e.is !== 'stage') return [];
    const knobs = e.gainDb.flatMap((g) => (typeof g === 'string' && g.startsWith('knob:') ? [g.slice(5)] : []));
    return e.in.flatMap((a) => e.out.map((b) => ({ from: a, to: b, knobs })));
  });
  const grounds = new Set(partClass.ports.flatMap(groundNodes));
  const isGround = (node: string) => node === 'g' || grounds.has(node);
  const reach = (port: string, start: 'from' | 'to', end: 'from' | 'to'): ReadonlySet<string> => {
    const nodes = edges.flatMap((e) => [e.from, e.to]).filter((n) => n.startsWith(`${port}.`) && !isGround(n));
    const found = new Set(nodes);
    for (const node of found) {
      for (const e of edges) if (e[start] === node && !isGround(e[end])) found.add(e[end]);
    }
    return found;
  };
  const ahead = reach(from, 'from', 'to');
  const behind = reach(to, 'to', 'from');
  return new Set(edges.filter((e) => ahead.has(e.from) && behind.has(e.to)).flatMap((e) => e.knobs));
}

interface Edge {
  readonly from: string;
  readonly to: string;
  readonly knobs: readonly string[];
}

const groundNodes = (port: PartClass['ports'][number]): readonly string[] =>
  Object.entries(port.roles ?? {}).flatMap(([contact, role]) =>
    role === 'ground' || role === 'screen' ? [`${port.id}.${contact}`] : [],
  );
