import { busesOf, type Hearings, hasSends, type KnobUse, knobUses, whoHearsWhom } from '../../call';
import { forbidden } from '../../host';
import {
  appIn,
  type Catalogue,
  type ClassId,
  callersOf,
  classIn,
  classOfPart,
  type Destination,
  FORMAT_VERSION,
  hostsOf,
  isFader,
  type Job,
  type KnobSpec,
  knobAt,
  type Part,
  type PartClass,
  type PartId,
  type Placement,
  type PortId,
  type PortSpec,
  partIn,
  type Setup,
  turnKnob,
} from '../../model';
import { accepts, betweenOf, type End, endsFrom, growing, isRightHalf, placedM } from '../search';
import type { Means } from '../stock';
import { type Candidate, candidateOf, knobsAhead, setMonitoring } from '../tuning';

/** From a send to a phone: two cables, a box and an adapter. */
const SEND = { pieces: 4, doing: 2 };
const RETURN = { pieces: 2, doing: 1 };
const TO_RECORDER = { pieces: 3, doing: 1 };
/** From a mic into a mixer: cable alone. */
const MIC = { pieces: 2, doing: 0 };
/** Average of every voice at every listener: peaks 15 dB above it, below the red; common practice. */
const WANTED_DB = -27;
/** Faders at the start: a mic's at unity, what comes by line lower, sends well below. */
const START_DB = { mic: 0, line: -10, send: -20 } as const;
const MOST_MIXERS = 3;
/** How often the sends are set anew: each moves the others a little. */
const ROUNDS = 2;

const isCalling = (d: Destination, catalogue: Catalogue): boolean => appIn(catalogue, d.app).networkMs !== undefined;

/** Does a host sit at a mixer here: several devices, somebody called by one of them at least? */
export const needsHost = (job: Job, catalogue: Catalogue): boolean => {
  const all = [job, ...(job.also ?? [])];
  return all.length > 1 && all.some((d) => isCalling(d, catalogue));
};

/**
 * A host's table: every voice on a channel of a mixer, every calling device on a stereo channel and fed by a send of its own,
 * which carries everybody but itself, and what records on the main. Sends, faders and gains are set so that every voice
 * comes to every listener as loud as the others, and nobody to themselves.
 * @returns one for each mixer that has channels and sends enough, what is owned first
 */
export function* hostTables(job: Job, means: Means): Generator<Candidate> {
  const { catalogue, stock } = means;
  const mixers = [...catalogue.parts.values()]
    .filter((c) => c.kind === 'mixer')
    .sort((a, b) => stock.take(a.id, 0).price - stock.take(b.id, 0).price);
  let tried = 0;
  for (const mixer of mixers) {
    const table = built(job, mixer, means);
    if (!table) continue;
    yield levelled(table.setup, table.mixer, means);
    tried += 1;
    if (tried >= MOST_MIXERS) return;
  }
}

/** The way back of a caller: from a class on the way there, by its hole for headphones. */
interface Back {
  readonly from: ClassId;
  readonly port: PortId;
  readonly end: End;
  readonly hole: PortSpec;
}

interface Built {
  readonly setup: Setup;
  readonly mixer: PartId;
}

function built(job: Job, mixer: PartClass, means: Means): Built | null {
  const { catalogue, stock } = means;
  const all = [...catalogue.parts.values()];
  const wires = betweenOf(all);
  const boxes = all.filter((c) => c.kind === 'interface' && !c.inputs && !c.usb && !c.needs);
  const destinations: readonly Destination[] = [job, ...(job.also ?? [])];
  const parts: Part[] = [];
  const grown = growing(means, parts, []);
  const desk = grown.add(mixer.id);
  const taken = new Set<string>();
  const free = (test: (p: PortSpec) => boolean) => mixer.ports.filter((p) => !taken.has(p.id) && test(p));
  const take = (p: PortSpec) => {
    taken.add(p.id);
    if (p.pair) taken.add(p.pair);
  };
  const placements: Placement[] = [];
  for (const source of job.sources) {
    const heads = source.from
      ? [classIn(catalogue, source.from)]
      : all.filter(
          (c) => c.kind === 'microphone' && !c.inputs && placedM(catalogue, c.id) !== null && mayFeed(c, mixer),
        );
    const holes = free(
      (p) => p.flow === 'in' && !isRightHalf(p) && (source.from ? p.carries === 'line' : p.carries === 'mic'),
    ).sort((a, b) => Number(b.pair !== undefined) - Number(a.pair !== undefined));
    const nth = (c: PartClass) => parts.filter((p) => p.class === c.id).length;
    const ways = heads.flatMap((head) =>
      endsFrom(
        head,
        head.ports.filter((p) => p.flow === 'out' && !isRightHalf(p)),
        wires.filter((w) => !w.usb),
        { ...MIC, stock },
      ).flatMap((end) => {
        const hole = holes.find((h) => accepts(end.out, h));
        if (!hole || (head.plugInBody && end.links.length < 2)) return [];
        return [{ head, end, hole, cost: stock.take(head.id, nth(head)).price + end.cost }];
      }),
    );
    const way = ways.reduce<(typeof ways)[number] | null>((a, b) => (a && a.cost <= b.cost ? a : b), null);
    if (!way) return null;
    const from = parts.length;
    grown.join(grown.follow(null, way.end.links), { part: desk, port: way.hole.id });
    take(way.hole);
    const part = parts[from];
    if (!part) return null;
    placements.push({
      source: source.id,
      part: part.id,
      distanceM: source.from ? 1 : (placedM(catalogue, way.head.id) ?? 1),
    });
  }
  const isAlone = destinations.filter((d) => isCalling(d, catalogue)).length < 2;
  const buses = [...busesOf(mixer)];
  for (const to of destinations) {
    const device = classIn(catalogue, to.device);
    const holes = device.ports.filter((p) => p.flow === 'in');
    const calls = isCalling(to, catalogue);
    const bus = calls ? buses.shift() : null;
    if (bus === undefined) return null;
    const outs = bus
      ? free((p) => bus.outputs.includes(p.id))
      : free((p) => p.flow === 'out' && !isRightHalf(p) && !busesOf(mixer).some((b) => b.outputs.includes(p.id)));
    const converters = all.filter((c) => c.kind === 'interface' && c.inputs && c.usb && !c.needs);
    const app = appIn(catalogue, to.app);
    const isRefused = (c: PartClass) => device.host !== undefined && forbidden(device.host, app, c) !== null;
    const between = [...wires, ...(calls ? boxes : converters)].filter((c) => !isRefused(c));
    const ends = endsFrom(
      mixer,
      outs.filter((p) => !isRightHalf(p)),
      between,
      { ...(calls ? SEND : TO_RECORDER), stock },
    );
    // A caller comes in where the others can be sent from: a two-track input has no sends.
    const pairs = free(
      (p) =>
        p.flow === 'in' &&
        p.carries === 'line' &&
        p.pair !== undefined &&
        !isRightHalf(p) &&
        (isAlone || hasSends(mixer, p.id)),
    );
    /** From a hole for headphones on the way, or at the device, back to a stereo channel. */
    const backFrom = (classes: readonly PartClass[]): Back | null =>
      firstThat(classes, (c) =>
        firstThat(
          c.ports.filter((p) => p.flow === 'monitor'),
          (port) =>
            firstThat(endsFrom(c, [{ ...port, flow: 'out', carries: 'line' }], wires, { ...RETURN, stock }), (end) => {
              const hole = pairs.find((h) => accepts(end.out, h) && end.out.pair !== undefined);
              return hole && !isRightHalf(end.out) ? { from: c.id, port: port.id, end, hole } : null;
            }),
        ),
      );
    // A box made for it comes before wire and adapters: a mixer is too strong for a mic contact.
    const hasBox = (end: End) => end.links.some((l) => boxes.some((x) => x.id === l.classId));
    // What records takes the mixer's numbers, or those of a box with a line input, before a mic contact.
    const isData = (end: End) => end.out.carries === 'usb';
    const fits = calls ? hasBox : isData;
    const byFitness = [...ends].sort((x, y) => Number(fits(y)) - Number(fits(x)));
    const way = firstThat(byFitness, (end) => {
      const hole = holes.find((h) => accepts(end.out, h));
      if (!hole || end.links.length < 2) return null;
      const on = end.links.slice(1).map((l) => classIn(catalogue, l.classId));
      const back = calls ? backFrom([...on, device]) : null;
      return calls && !back ? null : { end, hole, back };
    });
    if (!way) return null;
    const [head] = way.end.links;
    const begin = parts.length;
    const last = grown.follow({ part: desk, port: head?.outPort ?? '' }, way.end.links.slice(1));
    const out = mixer.ports.find((p) => p.id === head?.outPort);
    if (out) take(out);
    const host = grown.add(to.device);
    grown.join(last, { part: host, port: way.hole.id });
    const { back } = way;
    if (!back) continue;
    const player = parts.slice(begin).find((p) => p.class === back.from);
    if (!player) return null;
    grown.join(grown.follow({ part: player.id, port: back.port }, back.end.links.slice(1)), {
      part: desk,
      port: back.hole.id,
    });
    take(back.hole);
  }
  const setup: Setup = {
    format: 'symplex.setup',
    version: FORMAT_VERSION,
    id: `${job.id}-table`.slice(0, 64),
    name: job.name,
    job,
    parts: [...parts],
    joints: [...grown.joints],
    placements,
    chosenInput: 'newest',
  };
  return hostsOf(setup, catalogue) ? { setup, mixer: desk } : null;
}

/** Does a microphone live on what the mixer gives at its mic inputs, if it wants anything? */
const mayFeed = (c: PartClass, mixer: PartClass): boolean =>
  wantsOf(c).every((from) => from === 'phantom power' && mixer.knobs?.some((k) => k.role === 'phantom'));

const wantsOf = (c: PartClass): readonly string[] =>
  c.circuit.flatMap((e) => ((e.is === 'capsule' || e.is === 'stage') && e.needs ? [e.needs.from] : []));

function firstThat<T, R>(list: readonly T[], of: (x: T) => R | null | undefined | false): R | null {
  for (const x of list) {
    const found = of(x);
    if (found) return found;
  }
  return null;
}

/** Gains, faders and sends for what everybody is to hear. */
function levelled(bare: Setup, mixer: PartId, { catalogue }: Means): Candidate {
  const c = classOfPart(bare, catalogue, mixer);
  const hungry = bare.placements.some((p) => wantsOf(classOfPart(bare, catalogue, p.part)).length > 0);
  const phantom = c.knobs?.find((k) => k.role === 'phantom');
  const fed = hungry && phantom ? turnKnob(bare, mixer, phantom.id, phantom.max) : bare;
  const uses = knobUses(fed, catalogue).filter((u) => u.part === mixer);
  const callers = callersOf(bare.job, catalogue);
  const hosts = hostsOf(bare, catalogue) ?? [];
  const ownAt = (part: PartId): readonly string[] =>
    callers.filter((x) => hosts[x.destination]?.part.id === part).map((x) => x.id);
  const isSend = (u: KnobUse) => u.to.length === 1 && c.knobs?.find((k) => k.id === u.knob)?.role === 'send';
  const sends = uses.filter(isSend);
  const knobOf = (id: string): KnobSpec | undefined => c.knobs?.find((k) => k.id === id);
  const isOwn = (u: KnobUse) => u.from.some((v) => ownAt(u.to[0] ?? '').includes(v));
  const isRecorded = [bare.job, ...(bare.job.also ?? [])].some((d) => !isCalling(d, catalogue));
  const startOf = (k: KnobSpec): number => {
    const use = uses.find((u) => u.knob === k.id);
    if (k.role === 'send') return use && !isOwn(use) ? START_DB.send : k.min;
    if (k.role !== 'channel') return knobAt(partIn(bare, mixer), c, k.id);
    if (!use) return k.min;
    return use.from.some((v) => callers.some((x) => x.id === v)) && isRecorded ? START_DB.line : START_DB.mic;
  };
  let now = (c.knobs ?? []).filter(isFader).reduce((s, k) => turnKnob(s, mixer, k.id, startOf(k)), fed);
  const hear = (): Hearings => {
    const { readings, also } = candidateOf(now, catalogue).assessment;
    return whoHearsWhom([readings, ...also]);
  };
  const shift = (id: string, byDb: number) => {
    const k = knobOf(id);
    if (!k || !Number.isFinite(byDb)) return;
    const at = knobAt(partIn(now, mixer), c, id);
    const step = k.min + Math.round((at + byDb - k.min) / k.step) * k.step;
    // A fader that should pass something is never at its end.
    const least = isFader(k) ? k.min + k.step : k.min;
    now = turnKnob(now, mixer, id, Math.max(least, Math.min(k.max, step)));
  };
  const ways = new Map(
    now.placements.map((pl) => {
      const found = reachPort(now, pl.part, mixer);
      const gain = found && [...knobsAhead(c, found)].find((id) => knobOf(id)?.role === 'gain');
      return [pl.source, gain ?? null] as const;
    }),
  );
  const records = (h: Hearings) =>
    h.listeners.find((l) => l.kind === 'take') ?? h.listeners.find((l) => l.kind === 'caller');
  const levelAt = (h: Hearings, from: string, to: string) =>
    h.heard.find((x) => x.from === from && x.to === to)?.levelDb ?? null;
  const first = hear();
  const main = records(first);
  for (const [voice, gain] of ways) {
    const level = main && levelAt(first, voice, main.id);
    if (gain && level !== null && level !== undefined) shift(gain, WANTED_DB - level);
  }
  const second = hear();
  for (const u of uses.filter((x) => !isSend(x) && knobOf(x.knob)?.role === 'channel')) {
    const [voice] = u.from;
    const level = main && voice !== undefined && u.from.length === 1 ? levelAt(second, voice, main.id) : null;
    if (main?.kind === 'take' && level !== null) shift(u.knob, WANTED_DB - level);
  }
  for (let round = 0; round < ROUNDS; round++) {
    const heard = hear();
    for (const u of sends.filter((x) => !isOwn(x))) {
      const [voice] = u.from;
      const listener = heard.listeners.find((l) => l.part === u.to[0]);
      const level = voice !== undefined && listener ? levelAt(heard, voice, listener.id) : null;
      if (level !== null) shift(u.knob, WANTED_DB - level);
    }
  }
  return setMonitoring(candidateOf(now, catalogue), catalogue);
}

/** The port of the mixer that a source's way comes in by. */
function reachPort(setup: Setup, from: PartId, mixer: PartId): string | null {
  let at = from;
  const seen = new Set<string>([from]);
  for (let steps = 0; steps < setup.parts.length; steps++) {
    const joint = setup.joints.find(
      (j) => (j.a.part === at && !seen.has(j.b.part)) || (j.b.part === at && !seen.has(j.a.part)),
    );
    if (!joint) return null;
    const far = joint.a.part === at ? joint.b : joint.a;
    if (far.part === mixer) return far.port;
    seen.add(far.part);
    at = far.part;
  }
  return null;
}
