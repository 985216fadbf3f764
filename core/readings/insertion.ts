import { atKey, byId } from '../algorithms';
import { prepare } from '../circuit';
import { compile } from '../compile';
import { mate, mustConnector } from '../connectors';
import { type Catalogue, classIn, jointIn, type PartId, partIn, type Setup } from '../model';
import { operatingPoint } from '../signal';

/** A stretch of the way in over which the same contacts touch. */
export interface Stretch {
  readonly fromMm: number;
  readonly toMm: number;
  readonly touches: readonly string[];
  /** A contact of the one rests on two of the other. */
  readonly bridges: boolean;
  /** The limit that comes nearest to harm there; null where none is reached by anything. */
  readonly worst: {
    readonly part: PartId;
    readonly what: string;
    readonly volt: number;
    readonly maxVolt: number;
  } | null;
}

const STEP_MM = 0.1;
/** A plug is drawn out at most so far: then it lies on the table. */
export const FARTHEST_MM = 16;

/**
 * What happens while a plug goes in or out: at each depth the contacts that touch, and what stands on what can be harmed,
 * from the steady state. With 48 V on, a plug can short or connect on its way what it does not when it is home.
 */
export function insertion(setup: Setup, catalogue: Catalogue, id: string): readonly Stretch[] {
  const joint = jointIn(setup, id);
  const connectorAt = (ref: (typeof joint)['a']) => {
    const part = partIn(setup, ref.part);
    return mustConnector(byId(classIn(catalogue, part.class).ports, ref.port).connector);
  };
  const [a, b] = [connectorAt(joint.a), connectorAt(joint.b)];
  const stretches: Stretch[] = [];
  const known = new Map<string, Stretch['worst']>();
  const steps = Math.round(FARTHEST_MM / STEP_MM);
  for (let i = 0; i <= steps; i++) {
    const mm = i * STEP_MM;
    const mating = mate(a, b, mm);
    if (!mating.fits) return [];
    const touches = mating.touches.map((t) => `${t.plug}-${t.socket}`);
    const key = touches.join();
    const last = stretches.at(-1);
    if (last && last.touches.join() === key) {
      stretches[stretches.length - 1] = { ...last, toMm: mm };
      continue;
    }
    if (!known.has(key)) known.set(key, worstAt(setup, catalogue, id, mm));
    const shared = mating.touches.some((t, k) =>
      mating.touches.some((o, n) => n !== k && (o.plug === t.plug || o.socket === t.socket)),
    );
    stretches.push({ fromMm: mm, toMm: mm, touches, bridges: shared, worst: atKey(known, key) });
  }
  return stretches;
}

function worstAt(setup: Setup, catalogue: Catalogue, id: string, outMm: number): Stretch['worst'] {
  const joints = setup.joints.map((j) => (j.id === id ? { ...j, outMm } : j));
  const compiled = compile({ ...setup, joints }, catalogue);
  const circuit = prepare(compiled.netlist);
  const op = circuit.ok ? operatingPoint(compiled, circuit.value) : circuit;
  if (!op.ok) return null;
  let worst: Stretch['worst'] = null;
  for (const { part, what, p, n, maxVolt } of compiled.limits) {
    const volt = Math.abs(op.value.solution.between(p, n).re);
    if (volt / maxVolt > (worst ? worst.volt / worst.maxVolt : 0)) worst = { part, what, volt, maxVolt };
  }
  return worst;
}
