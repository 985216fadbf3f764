import { itemAt, lazily, memoBy } from '../algorithms';
import { type Circuit, type CircuitProblem, ok, prepare, type Result } from '../circuit';
import { type Compiled, compile, MUTED_DB, seenFrom } from '../compile';
import { type InputEntry, inputList, keyOf, type StandIn, standing } from '../host';
import { type Loop, loopsOf } from '../interference';
import {
  type AppClass,
  appIn,
  type Caller,
  type Catalogue,
  callersOf,
  hostIn,
  jointIn,
  type PartId,
  type Room,
  type Setup,
} from '../model';
import {
  type BusLoad,
  busLoads,
  type PhantomFeed,
  phantomFeeds,
  phantomMa,
  phantomWatt,
  type Runtime,
  runtimes,
  type UsbTree,
  unfedParts,
  usbTree,
} from '../power';
import { type DelayReading, readDelays } from '../routing';
import {
  type Bands,
  criticalDistanceM,
  directOverRoomDb,
  isAlive,
  type OperatingPoint,
  operatingPoint,
  type Responses,
  solveResponses,
} from '../signal';
import { type HowlReading, readHowl } from './air';
import { levelledByItself } from './automatic-level';
import { type ChannelReading, readChannels } from './channels';
import { type EarReading, readEars } from './ears';
import { type EchoReading, readEcho } from './echo';
import { type Hazard, type Reach, readHazards } from './hazards';
import { type JointReading, readJoint } from './joint-level';
import { keptOf, LOST_DB } from './kept';
import { type LedgerEntry, readLedger } from './ledger';
import { type Path, pathBetween } from './line';
import { isRecorded, recordedTogether } from './recorded';
import { readStages, type StageReading } from './stages';
import { type FedTwice, fedTwice, type TiedOutputs, tiedOutputs } from './ties';

/** The way of one source, through one microphone, to the input it is meant for. */
export interface LineReading {
  readonly source: string;
  readonly part: PartId;
  readonly distanceM: number;
  readonly alive: boolean;
  /** Null when no joint leads there. */
  readonly path: Path | null;
  /** What the last active piece before the input puts out, unloaded. */
  readonly sentDbu: number | null;
  /** Level at the best channel over that; null without a path. */
  readonly keptDb: number | null;
  /** Whether that is enough to call it connected. */
  readonly arrives: boolean;
  /** The voice over the room at the microphone, and where the two are equal; null when nothing is said of the room. */
  readonly room: { readonly directDb: number; readonly criticalM: number } | null;
}

/** Every computed number of a setup, worked out when it is first asked for. Gates judge from this and from nothing else. */
export interface Readings {
  readonly compiled: Compiled;
  readonly app: AppClass;
  readonly circuit: Circuit;
  readonly op: OperatingPoint;
  readonly responses: Responses;
  readonly usb: UsbTree;
  /** What the listed sound takes of its buses, and what could not be listed for want of room there. */
  readonly buses: readonly BusLoad[];
  readonly phantom: readonly PhantomFeed[];
  readonly runtimes: readonly Runtime[];
  readonly entries: readonly InputEntry[];
  /** What the device shows and the app does, once all is plugged and opened as the setup says. */
  readonly stand: StandIn;
  /** The input that is recorded; null when none is. */
  readonly taken: InputEntry | null;
  /** The outside input that the line leads to, whether or not the device sees it; null when there is none. */
  readonly intended: InputEntry | null;
  /** Whether the app records from it. */
  readonly inUse: boolean;
  readonly lines: readonly LineReading[];
  readonly joints: ReadonlyMap<string, JointReading>;
  readonly stages: readonly StageReading[];
  /** What the app keeps of the intended input, and of those that its tracks name besides. */
  readonly channels: readonly ChannelReading[];
  /** Channels of the same inputs that nothing is recorded from. */
  readonly unrecorded: readonly ChannelReading[];
  /** What clips, for each source, first at the head. */
  readonly ledger: readonly LedgerEntry[];
  readonly loops: readonly Loop[];
  /** What stands, or with a knob turned could stand, on what can be harmed. */
  readonly hazards: readonly Hazard[];
  readonly tied: readonly TiedOutputs[];
  readonly fedTwice: readonly FedTwice[];
  readonly ears: readonly EarReading[];
  /** Everybody at the other end of this device's call; nobody where its app calls nobody. */
  readonly callers: readonly Caller[];
  /** What the caller hears of itself; none where the app calls nobody. */
  readonly echo: readonly EchoReading[];
  /** Loops from loudspeakers into microphones. */
  readonly howl: readonly HowlReading[];
  /** Whether the app plays what it records. */
  readonly monitors: boolean;
  readonly delays: DelayReading;
  readonly playbackPart: string;
}

/**
 * Solve a compiled setup and read everything from the one solution, as seen from each device that records.
 * @returns one for each device, the job's own first; the circuit's problem, naming a node, when it has no answer: a fault
 * of a part class.
 * @param bands all third octaves, or only those that decide what is heard
 * @param reach whether knobs turned by a hand are looked at for what they could harm
 * @example
 * const all = read(compile(setup, catalogue));
 * if (all.ok) all.value[0].channels.map((c) => c.snrDb);
 */
export function read(
  asDrawn: Compiled,
  bands: Bands = 'all',
  reach: Reach = 'open',
): Result<readonly Readings[], CircuitProblem> {
  const all = solved(asDrawn, bands);
  if (!all.ok) return all;
  const { compiled, circuit, op, responses, watts, views, trees, entries } = all.value;
  const shared = sharedBy(compiled, { circuit, op, responses, watts }, reach);
  const callers = callersOf(compiled.setup.job, compiled.catalogue);
  const readings = views.map((view, i) => {
    const heardBy = callers.filter((c) => c.destination === i);
    return readFrom(view, shared, itemAt(trees, i), itemAt(entries, i), heardBy);
  });
  const settled = levelledByItself(compiled, () => readings.flatMap((r) => r.channels));
  return settled ? read(settled, bands, reach) : ok(readings);
}

/** The solution, and what each device could list by it. */
function solved(drawn: Compiled, bands: Bands = 'all') {
  const asDrawn = fedAsItIs(drawn);
  const steady = steadyState(asDrawn);
  if (!steady.ok) return steady;
  const { compiled, circuit, op } = steady.value;
  const responses = solveResponses(compiled, circuit, op, bands);
  if (!responses.ok) return responses;
  const first = itemAt(compiled.hosts, 0);
  const others = compiled.hosts.slice(1);
  const views = [compiled, ...others.map((h) => seenFrom(compiled, h))];
  if (first.fitted !== compiled.device) throw new Error('what is read is compiled for its first device');
  const watts = phantomWatt(compiled, op);
  const extraMa = phantomMa(watts);
  const trees = views.map((view) => usbTree(view, extraMa));
  const entries = views.map((view, i) => {
    const elsewhere = new Set(trees.flatMap((t, k) => (k === i ? [] : [...t.nodes.keys()])));
    return inputList(view, op, responses.value, itemAt(trees, i), elsewhere);
  });
  return ok({ compiled, circuit, op, responses: responses.value, watts, views, trees, entries });
}

/** The same with what nothing feeds dead. */
function fedAsItIs(drawn: Compiled): Compiled {
  const trees = drawn.hosts.map((h, i) => usbTree(i === 0 ? drawn : seenFrom(drawn, h)));
  const unfed = unfedParts(drawn, trees);
  return unfed.size === 0 ? drawn : compile(drawn.setup, drawn.catalogue, { unfed, rewired: drawn.rewired });
}

interface Solution extends Pick<Readings, 'circuit' | 'op' | 'responses'> {
  readonly watts: ReadonlyMap<string, number>;
}

/** What does not depend on the device it is seen from. */
const sharedBy = (compiled: Compiled, solution: Solution, reach: Reach) => {
  const { circuit, op, responses } = solution;
  return lazily(solution, {
    joints: () => new Map(compiled.joints.map((j) => [j.joint.id, readJoint(compiled, op, responses, j)])),
    stages: () => readStages(compiled, responses),
    loops: () => loopsOf(compiled, responses),
    phantom: () => phantomFeeds(compiled, op),
    howl: () => readHowl(compiled, responses),
    hazards: () => readHazards(compiled, op, responses, reach),
    tied: () => tiedOutputs(compiled, responses),
    fedTwice: () => fedTwice(compiled, op, circuit),
  });
};

function readFrom(
  compiled: Compiled,
  shared: ReturnType<typeof sharedBy>,
  usb: UsbTree,
  entries: readonly InputEntry[],
  callers: readonly Caller[],
): Readings {
  const { circuit, op, responses, watts } = shared;
  const app = appIn(compiled.catalogue, compiled.setup.job.app);
  const stand = standingAt(compiled, app, entries);
  const taken = entries.find((e) => keyOf(e) === stand.taken) ?? null;
  const intended = intendedEntry(compiled, entries, taken);
  const inUse = intended !== null && taken === intended;
  const session = compiled.setup.session ?? {};
  const read = intended ? recordedTogether(app, session, stand, intended, entries) : [];
  const playbackPart = stand.playsFrom;
  const isCall = app.networkMs !== undefined;
  const monitors = app.monitors && session.monitoring !== 'off';
  const known = { compiled, circuit, op, responses, app, usb, entries, stand, taken, intended, inUse, callers };
  const ofAll = lazily({}, { channels: () => readChannels(compiled, responses, read) });
  const readings: Readings = lazily(
    { ...known, monitors, playbackPart },
    {
      joints: () => shared.joints,
      stages: () => shared.stages,
      loops: () => shared.loops,
      phantom: () => shared.phantom,
      howl: () => shared.howl,
      hazards: () => shared.hazards,
      tied: () => shared.tied,
      fedTwice: () => shared.fedTwice,
      buses: () => busLoads(compiled, usb, digitalSound(compiled, entries)),
      runtimes: () => runtimes(compiled, usb, watts),
      channels: () => ofAll.channels.filter((c) => isRecorded(app, session, stand, c)),
      unrecorded: () => ofAll.channels.filter((c) => !readings.channels.includes(c)),
      lines: () => readLines(readings),
      ledger: () => readLedger(compiled, responses, readings.channels),
      ears: () => readEars(compiled, responses, playbackPart, isCall),
      echo: () =>
        isCall && inUse
          ? readEcho(compiled, responses, readings.channels, readings.ears, playbackPart, stand.processing)
          : [],
      delays: () => readDelays(compiled, { ...app, monitors }, slowest(readings.lines), playbackPart),
    },
  );
  return readings;
}

const readLines = ({ compiled, op, responses, intended, stages, channels }: Readings): readonly LineReading[] =>
  responses.feeds.map((f) => {
    const path = pathBetween(compiled, f.capsule.part, intended?.part ?? compiled.device.part.id);
    const kept = path && intended ? keptOf(f, path, stages, channels) : null;
    return {
      source: f.source,
      part: f.capsule.part,
      distanceM: f.distanceM,
      alive: f.alive,
      path,
      sentDbu: kept?.sentDbu ?? null,
      keptDb: kept?.keptDb ?? null,
      arrives: f.alive && kept !== null && kept.keptDb >= LOST_DB && !hasDeadStage(compiled, op, path),
      room: f.capsule.wired ? null : roomAt(compiled.setup.job.room, f.capsule.directivity, f.distanceM),
    };
  });

/** Of what lies on a way, an amplifier without its steady voltage lets nothing through but what it leaks. */
const hasDeadStage = (compiled: Compiled, op: OperatingPoint, path: Path | null): boolean =>
  compiled.stages.some((s) => path?.parts.includes(s.part) && !isAlive(op, s));

interface Steady {
  readonly compiled: Compiled;
  readonly circuit: Circuit;
  readonly op: OperatingPoint;
}

/** The steady state; where it leaves an amplifier without its supply, the same with that amplifier silent. */
function steadyState(compiled: Compiled): Result<Steady, CircuitProblem> {
  const circuit = prepare(compiled.netlist);
  if (!circuit.ok) return circuit;
  const op = operatingPoint(compiled, circuit.value);
  if (!op.ok) return op;
  const dead = compiled.stages.filter((s) => !isAlive(op.value, s));
  if (dead.every((s) => s.gainDb <= MUTED_DB)) return ok({ compiled, circuit: circuit.value, op: op.value });
  const muted = new Set(dead.map((s) => `${s.part}/${s.id}`));
  return steadyState(
    compile(compiled.setup, compiled.catalogue, { muted, unfed: compiled.unfed, rewired: compiled.rewired }),
  );
}

/**
 * The outside input that is recorded, else the one that the microphones lead to by the fewest joints; of equals, what was
 * plugged in last. The order of parts in a file decides nothing.
 */
function intendedEntry(
  compiled: Compiled,
  entries: readonly InputEntry[],
  taken: InputEntry | null,
): InputEntry | null {
  const outside = entries.filter((e) => e.spec.identity !== 'built-in' && e.spec.identity !== 'notes');
  if (taken && outside.includes(taken)) return taken;
  const microphones = [...new Set(compiled.setup.placements.map((p) => p.part))];
  let best: InputEntry | null = null;
  let fewest = Number.POSITIVE_INFINITY;
  for (const entry of outside) {
    const lengths = microphones.map(
      (m) => pathBetween(compiled, m, entry.part)?.joints.length ?? Number.POSITIVE_INFINITY,
    );
    const longest = Math.min(...lengths);
    // An input with something in its hole is meant before one that is empty or that nobody plugged into the device.
    const score = longest + (entry.plugged < 0 ? 100 : 0);
    const later = best !== null && (entry.plugged - best.plugged || (entry.part < best.part ? 1 : -1)) > 0;
    if (score < fewest || (score === fewest && later)) {
      best = entry;
      fewest = score;
    }
  }
  if (best) return best;
  // With no microphone that leads anywhere: what was plugged in last is what is asked about.
  const empty = (e: InputEntry) => e.why === 'not-plugged' && e.part !== compiled.device.part.id;
  const there = outside.filter((e) => e.plugged >= 0 || e.why === 'other-bus' || empty(e));
  return there.reduce<InputEntry | null>((last, e) => (last && last.plugged >= e.plugged ? last : e), null);
}

const digitalSound = (compiled: Compiled, entries: readonly InputEntry[]): readonly string[] => {
  const there = entries.filter(
    (e) => (e.listed || e.why === 'bus-full') && e.part !== compiled.device.part.id && e.spec.identity !== 'notes',
  );
  return [...new Set([...there].sort((a, b) => a.plugged - b.plugged).map((e) => e.part))];
};

/** The device as it stands; where the app was opened too early, what it found then is sensed as well. */
function standingAt(compiled: Compiled, app: AppClass, entries: readonly InputEntry[]): StandIn {
  const { setup, catalogue, device } = compiled;
  const joints = setup.joints.map((j) => j.id);
  return standing(
    {
      app,
      host: hostIn(device.partClass),
      device: device.part.id,
      joints,
      canPlay: (part) => compiled.playbacks.some((p) => p.part === part),
      senses: memoBy(
        (plugged: readonly string[]) => JSON.stringify(plugged),
        (plugged) => (plugged.length === joints.length ? entries : sensed(setup, catalogue, plugged)),
      ),
    },
    setup.session ?? {},
    setup.chosenInput,
  );
}

/**
 * All that could be on the list of the job's own device with these joints made, in this order.
 * @param plugged ids of joints of the setup, which must have passed `checkDocument`.
 */
export function sensed(setup: Setup, catalogue: Catalogue, plugged: readonly string[]): readonly InputEntry[] {
  const joints = plugged.map((id) => jointIn(setup, id));
  // A socket senses with steady current and one tone.
  const views = solved(compile({ ...setup, joints }, catalogue), '1 kHz');
  if (!views.ok) throw new Error(views.problem.message);
  return itemAt(views.value.entries, 0);
}

function roomAt(room: Room | undefined, directivity: number, distanceM: number): LineReading['room'] {
  if (!room) return null;
  const criticalM = criticalDistanceM(room.volumeM3, room.reverbS, directivity);
  return { criticalM, directDb: directOverRoomDb(distanceM, criticalM) };
}

/** The line with the most parts in it, of those that arrive: what is heard last is what is noticed. */
const slowest = (lines: readonly LineReading[]): readonly string[] =>
  lines
    .filter((l) => l.arrives && l.path)
    .map((l) => l.path!.parts)
    .reduce((longest, p) => (p.length > longest.length ? p : longest), [] as readonly string[]);
