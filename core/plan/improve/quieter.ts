import { itemAt } from '../../algorithms';
import { type Assessment, mustAssess } from '../../assess';
import { apply, type Change, say } from '../../change';
import {
  type Catalogue,
  classIn,
  classOfPart,
  type Drawer,
  hasFigure,
  knobAt,
  newPart,
  type PartClass,
  quantity,
  type Setup,
} from '../../model';
import { costOf, stockOf } from '../stock';

/** A change that would bring mains hum down, and by how much. */
export interface Quieter {
  readonly label: string;
  readonly setup: Setup;
  readonly cost: number;
  /** How far hum then lies under the voice, and how much that is better; an order of magnitude. */
  readonly overHumDb: number;
  readonly gainDb: number;
}

/** Less is not worth a trip to the bag. */
const WORTH_DB = 2;
const MOST = 6;
/** A lead of a metre: as short as is sold everywhere. */
const SHORT_M = 1;
/** What stands for "no hum at all" where a number is wanted. */
const SILENT_DB = 160;

/**
 * What would each mend bring against hum? A battery in place of a supply, one outlet for all, a transformer in the way, a
 * balanced run, a shorter lead: each is carried out on a copy and assessed.
 * @returns those that bring the hum down and shut no other gate, most first.
 */
export function quieterFor(setup: Setup, drawer: Drawer | null, catalogue: Catalogue): readonly Quieter[] {
  const before = mustAssess(setup, catalogue);
  const start = overHum(before);
  const stock = stockOf(drawer, catalogue);
  const spent = costOf(setup.parts, stock, catalogue).cost;
  if (start === null) return [];
  const found: Quieter[] = [];
  for (const change of remedies(setup, before, catalogue)) {
    const next = apply(setup, catalogue, change);
    if (!next) continue;
    const after = mustAssess(next, catalogue);
    const overHumDb = overHum(after);
    if (overHumDb === null || overHumDb - start < WORTH_DB || newlyShut(before, after)) continue;
    const cost = Math.max(0, costOf(next.parts, stock, catalogue).cost - spent);
    found.push({ label: say(setup, catalogue, change), setup: next, cost, overHumDb, gainDb: overHumDb - start });
  }
  return found.sort((a, b) => Math.round(b.gainDb - a.gainDb) || a.cost - b.cost).slice(0, MOST);
}

/** Voice over hum at the worst channel of any device, decibels; null where nothing arrives. */
function overHum({ readings, also }: Assessment): number | null {
  const channels = [readings, ...also].flatMap((r) => r.channels).filter((c) => Number.isFinite(c.snrDb));
  return channels.length === 0 ? null : Math.min(SILENT_DB, ...channels.map((c) => c.overHumDb));
}

const newlyShut = (before: Assessment, after: Assessment): boolean =>
  after.verdicts.some(
    (v, i) => ['fail', 'not known'].includes(v.status) && itemAt(before.verdicts, i).status !== v.status,
  );

/** Acts that could part what mains runs round by, or make it less. */
function* remedies(setup: Setup, { readings }: Assessment, catalogue: Catalogue): Generator<Change> {
  const classOf = (id: string): PartClass => classOfPart(setup, catalogue, id);
  for (const part of setup.parts) {
    const partClass = classIn(catalogue, part.class);
    if (part.outlet !== undefined) yield { do: 'outlet', part: part.id, outlet: null };
    const knob = partClass.knobs?.find((k) => k.id === partClass.host?.mainsKnob);
    if (knob?.min === 0 && knobAt(part, partClass, knob.id) > 0)
      yield { do: 'knob', part: part.id, knob: knob.id, to: 0 };
    if (partClass.kind === 'power') yield { do: 'remove', part: part.id };
    if (hasFigure(partClass, 'lengthM') && quantity(part, partClass, 'lengthM') > SHORT_M)
      yield { do: 'value', part: part.id, name: 'lengthM', to: SHORT_M };
  }
  const paths = readings.lines.flatMap((l) => l.path ?? []);
  const isolators = [...catalogue.parts.values()].filter(isIsolator);
  for (const joint of new Set(paths.flatMap((p) => p.joints.map((j) => j.joint.id)))) {
    for (const c of isolators) yield { do: 'insert', joint, part: newPart(c) };
  }
  const leads = [...catalogue.parts.values()].filter((c) => c.kind === 'lead');
  for (const part of new Set(paths.flatMap((p) => p.parts))) {
    const own = classOf(part);
    if (own.kind !== 'lead') continue;
    for (const c of leads) if (c !== own) yield { do: 'replace', part, by: newPart(c) };
  }
}

/** A box with a transformer in the way; whether it parts the grounds is for `assess` to find. */
const isIsolator = (c: PartClass): boolean => c.kind === 'adapter' && c.circuit.some((e) => e.is === 'transformer');
