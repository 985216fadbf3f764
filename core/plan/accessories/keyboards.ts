import { attachPart, freePorts, insertPart, portsFit } from '../../change';
import {
  type Catalogue,
  classOfPart,
  isAsked,
  type PartClass,
  type PartId,
  type PortSpec,
  type Setup,
  type With,
} from '../../model';
import type { Means } from '../stock';
import { type Candidate, candidateOf, type Planning, scoreOf } from '../tuning';
import { addAccessories } from './add-accessories';

/** Kinds of keyboards, cables and hubs that are tried, cheapest first: what is owned costs nothing. */
const MOST_EACH = 4;

interface Hole {
  readonly part: PartId;
  readonly port: PortSpec;
}

/**
 * With a keyboard for notes beside the line: into a free USB socket, or by a hub where there is none; with power where it
 * wants some.
 * @returns null where its notes do not arrive
 */
export function withKeyboard(settled: Candidate, asked: With, planning: Planning): Candidate | null {
  const { catalogue, past } = planning;
  const before = scoreOf(settled.assessment);
  for (const c of cheapest(
    [...catalogue.parts.values()].filter((x) => isAsked(x, asked)),
    planning,
  )) {
    for (const setup of ways(settled.setup, c, planning)) {
      const tried = addAccessories(candidateOf(setup, catalogue, past), planning);
      const score = scoreOf(tried.assessment);
      if (score.failing <= before.failing && score.unknown <= before.unknown) return tried;
    }
  }
  return null;
}

const cheapest = (classes: readonly PartClass[], { stock }: Means): readonly PartClass[] =>
  [...classes].sort((a, b) => stock.take(a.id, 0).price - stock.take(b.id, 0).price).slice(0, MOST_EACH);

/** Every way in: a socket that is free, then a hub put in before the device. */
function* ways(setup: Setup, c: PartClass, means: Means): Generator<Setup> {
  const { catalogue } = means;
  for (const hole of freePorts(setup, catalogue).filter((h) => takesUsb(setup, h, catalogue)))
    yield* into(setup, hole, c, means);
  const hosts = setup.parts.filter((p) => classOfPart(setup, catalogue, p.id).host).map((p) => p.id);
  const hubs = cheapest(
    [...catalogue.parts.values()].filter((x) => !x.host && !x.inputs && (x.usb?.down.length ?? 0) > 1),
    means,
  );
  for (const joint of setup.joints.filter((j) => hosts.includes(j.a.part) || hosts.includes(j.b.part))) {
    for (const hub of hubs) {
      const split = insertPart(setup, catalogue, joint.id, { ...means.stock.take(hub.id, 0).part, id: String(hub.id) });
      const added = split?.parts.at(-1);
      if (!split || !added) continue;
      for (const hole of freePorts(split, catalogue).filter(
        (h) => h.part === added.id && takesUsb(split, h, catalogue),
      ))
        yield* into(split, hole, c, means);
    }
  }
}

/** Does something that talks by USB belong there? */
const takesUsb = (setup: Setup, { part, port }: Hole, catalogue: Catalogue): boolean =>
  classOfPart(setup, catalogue, part).usb?.down.includes(port.id) ?? false;

/** By its own plug, or by a cable with the right ends. */
function* into(setup: Setup, hole: Hole, c: PartClass, { catalogue, stock }: Means): Generator<Setup> {
  const piece = (x: PartClass) => ({ ...stock.take(x.id, 0).part, id: String(x.id) });
  const direct = attachPart(setup, catalogue, hole, piece(c));
  if (direct) {
    yield direct;
    return;
  }
  const cables = [...catalogue.parts.values()].filter((x) => x.kind === 'lead' && x.usb && x.usb.data !== 'none');
  for (const cable of cheapest(
    cables.filter((x) => joins(x, hole.port, c)),
    { catalogue, stock },
  )) {
    const first = attachPart(setup, catalogue, hole, piece(cable));
    const lead = first?.parts.at(-1);
    const far = cable.ports.find((p) => !portsFit(p, hole.port));
    const whole = first && lead && far ? attachPart(first, catalogue, { part: lead.id, port: far }, piece(c)) : null;
    if (whole) yield whole;
  }
}

const joins = (cable: PartClass, hole: PortSpec, c: PartClass): boolean => {
  const near = cable.ports.find((p) => portsFit(p, hole));
  return cable.ports.some((far) => far !== near && near !== undefined && c.ports.some((p) => portsFit(p, far)));
};
