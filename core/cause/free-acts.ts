import { atKey } from '../algorithms';
import type { Assessment } from '../assess';
import {
  asTheCareful,
  bypasses,
  type Change,
  closedKnobs,
  exchanges,
  joins,
  moves,
  outlets,
  removals,
  runBypasses,
  switches,
  turns,
} from '../change';
import { type ActKind, actsFor } from '../gates';
import {
  type Catalogue,
  classIn,
  classOfPart,
  type ElementSpec,
  hasFigure,
  isFader,
  type KnobSpec,
  knobAt,
  looseParts,
  mostChannels,
  type PartId,
  quantity,
  type Setup,
} from '../model';
import { feedsAny } from '../readings';
import { failingOf } from './effect';

/** Where the peaks of the loudest voice are put: below the red, with room to spare; common practice. */
const TARGET_PEAK_DBFS = -12;
const SPARE_DB = 8;
/** As loud as one listens beside a live voice; est. */
const WANTED_SPL = 75;
/** A step of gain that is worth trying against noise, dB; est. */
const NOISE_STEPS_DB = [10, 20, 30];
const NEARER_M = [0.3, 0.2, 0.1, 0.05];

/** So many are tried; only where very much lies about are there more. */
const MOST_ACTS = 500;

/**
 * Acts that a hand can do with what lies there, nothing bought, that could have a say in what fails, likely ones first. Data
 * only: whether one mends is for `assess` to find. Where there are very many, the likely ones.
 */
export const freeActs = (setup: Setup, catalogue: Catalogue, before: Assessment): readonly Change[] =>
  allActs(setup, catalogue, before).slice(0, MOST_ACTS);

/** Whether there are more than are tried. */
export const areMore = (setup: Setup, catalogue: Catalogue, before: Assessment): boolean =>
  allActs(setup, catalogue, before).length > MOST_ACTS;

function allActs(setup: Setup, catalogue: Catalogue, before: Assessment): readonly Change[] {
  const kinds = new Set(failingOf(before).flatMap((f) => [...actsFor(f.gate)]));
  const made: Readonly<Record<ActKind, () => Iterable<Change>>> = {
    careful: () => asTheCareful(setup),
    join: () => joins(setup, catalogue),
    session: () => atTheDevice(setup, before),
    switch: () => switches(setup, catalogue),
    open: () => withASay(closedKnobs(setup, catalogue), setup, catalogue, before),
    close: () => closings(setup, catalogue),
    amount: () => withASay(amounts(setup, catalogue, before), setup, catalogue, before),
    turn: () => turns(setup, catalogue),
    exchange: () => exchanges(setup, catalogue),
    move: () => moves(setup, catalogue),
    remove: () => [...besideTheLine(removals(setup, catalogue), before), ...chargingJoints(setup, before)],
    bypass: () => [...bypasses(setup, catalogue), ...runBypasses(setup, catalogue)],
    refresh: () => refreshes(setup, catalogue, before),
    outlet: () => outlets(setup, catalogue),
    shorten: () => shorter(setup, catalogue, before),
    distance: () => distances(setup, before),
  };
  const order = Object.keys(made) as ActKind[];
  const seen = new Set<string>();
  return order
    .filter((k) => kinds.has(k))
    .flatMap((k) => [...made[k]()])
    .filter((c) => {
      const key = JSON.stringify(c);
      return !seen.has(key) && seen.add(key);
    });
}

/**
 * Where only level or noise is wrong: without the knobs whose amplifiers lead to nothing that is recorded. They cannot have a
 * say in it, wherever they stand.
 */
function* withASay(acts: Iterable<Change>, setup: Setup, catalogue: Catalogue, before: Assessment): Generator<Change> {
  const isRecorded = failingOf(before).every((f) => f.gate === 'level' || f.gate === 'clean');
  const channels = [before.readings, ...before.also].flatMap((r) => r.channels);
  for (const c of acts) {
    if (c.do === 'knob' && isRecorded && channels.length > 0) {
      const { circuit } = classOfPart(setup, catalogue, c.part);
      const turned = circuit.filter((e) => uses(e, `knob:${c.knob}`));
      const stages = before.readings.compiled.stages.filter(
        (s) => s.part === c.part && turned.some((e) => e.id === s.id),
      );
      const others = turned.length > stages.length;
      if (stages.length > 0 && !others && !stages.some((s) => feedsAny(channels, s))) continue;
    }
    yield c;
  }
}

const uses = (e: ElementSpec, quantityOf: string): boolean =>
  Object.values(e).some((v) => (Array.isArray(v) ? v.includes(quantityOf) : v === quantityOf));

/** Of what lasts before its cells are flat, they are exchanged when so much of it is over. */
const EXCHANGE_AT = 0.9;

/** Cells exchanged while it runs, before they are flat. */
function* refreshes({ job, parts }: Setup, catalogue: Catalogue, { readings }: Assessment): Generator<Change> {
  for (const { part, minutes } of readings.runtimes) {
    const own = parts.find((p) => p.id === part);
    const minute = Math.floor(EXCHANGE_AT * minutes);
    if (own && classIn(catalogue, own.class).cells && minute >= 1 && minutes < job.minutes)
      yield { do: 'refresh', part, minute, on: true };
  }
}

/** Charging leads drawn out: what they bring in goes, and so does what they feed. */
function* chargingJoints({ joints }: Setup, { readings }: Assessment): Generator<Change> {
  for (const { joint, a, b } of readings.compiled.joints) {
    const charges = [a, b].some((s) => s.port.flow === 'power' || s.partClass.kind === 'power');
    if (charges && joints.some((j) => j.id === joint.id)) yield { do: 'unplug', joint: joint.id };
  }
}

/** What a voice comes by is not taken away. */
function* besideTheLine(
  acts: Iterable<Extract<Change, { do: 'remove' }>>,
  { readings, also }: Assessment,
): Generator<Change> {
  const onTheWay = new Set([readings, ...also].flatMap((r) => r.lines.flatMap((l) => l.path?.parts ?? [l.part])));
  for (const a of acts) if (!onTheWay.has(a.part)) yield a;
}

/** What could be set otherwise at the device than it is, beyond what the careful do. */
function* atTheDevice(setup: Setup, { readings }: Assessment): Generator<Change> {
  const { app, stand, entries, compiled, monitors, ears, unrecorded, intended } = readings;
  if (stand.processing && app.processing.startsWith('starts')) yield { do: 'session', set: { processing: 'off' } };
  if (monitors && ears.length > 0) yield { do: 'session', set: { monitoring: 'off' } };
  if (app.chooses === 'picker') {
    for (const e of entries) {
      if (e.listed && e.spec.identity !== 'built-in' && e !== readings.taken)
        yield { do: 'choose', input: { part: e.part, input: e.spec.id } };
    }
  }
  if (app.choosesOutput) {
    const players = new Set(compiled.playbacks.map((p) => p.part));
    for (const part of players) if (part !== readings.playbackPart) yield { do: 'session', set: { output: part } };
  }
  const { tracks } = setup.session ?? {};
  if (tracks && unrecorded.length > 0 && intended) {
    const most = mostChannels(atKey(compiled.fitted, intended.part).partClass);
    const all = Array.from({ length: most }, (_, i) => ({ part: intended.part, channel: i + 1, armed: true }));
    yield { do: 'session', set: { tracks: [...all, ...tracks.filter((t) => t.part !== intended.part)] } };
  }
}

/** Sends and faders shut that stand open: against what comes back to where it came from. */
function* closings(setup: Setup, catalogue: Catalogue): Generator<Change> {
  for (const { part, knob, at } of gains(setup, catalogue)) {
    if (isFader(knob) && at > knob.min) yield { do: 'knob', part, knob: knob.id, to: knob.min };
  }
}

function gains(setup: Setup, catalogue: Catalogue): readonly { part: PartId; knob: KnobSpec; at: number }[] {
  const loose = looseParts(setup, catalogue);
  return setup.parts.flatMap((part) => {
    if (loose.has(part.id)) return [];
    const partClass = classIn(catalogue, part.class);
    return (partClass.knobs ?? [])
      .filter((k) => k.unit === 'dB' && k.role !== 'tone')
      .map((knob) => ({ part: part.id, knob, at: knobAt(part, partClass, knob.id) }));
  });
}

/** Every gain turned by what the failing figures ask for. */
function* amounts(setup: Setup, catalogue: Catalogue, before: Assessment): Generator<Change> {
  const asked = new Set<number>();
  for (const { gate, topic, finding } of failingOf(before)) {
    const value = finding.value ?? 0;
    if (gate === 'level' && topic.startsWith('stage')) asked.add(value - SPARE_DB);
    else if (gate === 'level' && topic.startsWith('peaks')) asked.add(TARGET_PEAK_DBFS + value);
    else if (gate === 'level' && topic.startsWith('quiet')) asked.add(TARGET_PEAK_DBFS - value);
    else if (gate === 'clean') for (const db of NOISE_STEPS_DB) asked.add(db);
    else if (gate === 'heard' && topic.startsWith('hears'))
      for (const db of [10, 20, WANTED_SPL - value]) asked.add(db);
    else if (gate === 'heard' && topic.startsWith('echo')) asked.add(value - (finding.limit ?? 0) - 6);
    else if (gate === 'safe' && finding.limit) asked.add(-20 * Math.log10(Math.max(1, value / finding.limit)) - 6);
  }
  for (const { part, knob, at } of gains(setup, catalogue)) {
    const positions = new Set([...asked].map((db) => stepped(knob, at + db)));
    for (const to of positions) if (to !== at) yield { do: 'knob', part, knob: knob.id, to };
  }
}

/** The position at or under a wish, within what the knob has. */
export function stepped({ min, max, step }: KnobSpec, wanted: number): number {
  const at = Math.max(min, Math.min(max, wanted));
  return Math.max(min, min + Math.floor((at - min) / step + 1e-9) * step);
}

/** Leads as short as the way allows, where they pick up mains: the rule of thumb for unbalanced ones is 3 m. */
const SHORT_M = [3, 1];

function* shorter({ job, parts }: Setup, catalogue: Catalogue, before: Assessment): Generator<Change> {
  if (!failingOf(before).some((f) => f.topic.startsWith('hum'))) return;
  for (const part of parts) {
    const partClass = classIn(catalogue, part.class);
    if (!hasFigure(partClass, 'lengthM')) continue;
    const now = quantity(part, partClass, 'lengthM');
    for (const to of SHORT_M)
      if (to < now && to >= job.distanceM) yield { do: 'value', part: part.id, name: 'lengthM', to };
  }
}

/** Microphones nearer to who speaks; farther where one is overloaded. */
function* distances(setup: Setup, before: Assessment): Generator<Change> {
  const failing = failingOf(before);
  // Mains in the line is not the talker's doing.
  if (failing.every((f) => f.topic.startsWith('hum'))) return;
  const overloads = failing.some((f) => f.topic.startsWith('microphone'));
  for (const { source, part, distanceM } of setup.placements) {
    if (setup.job.sources.find((s) => s.id === source)?.from !== undefined) continue;
    const wanted = overloads ? [2 * distanceM, 4 * distanceM] : NEARER_M.filter((m) => m < 0.8 * distanceM);
    for (const m of wanted) yield { do: 'distance', source, part, distanceM: m };
  }
}
