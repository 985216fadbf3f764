import { atKey, memo, memoBy } from '../algorithms';
import { whoHearsWhom } from '../call';
import { magnitude } from '../circuit';
import { whyNot } from '../host';
import type { JointId, PartId } from '../model';
import { type LineReading, ownTakeOf, pathBetween, type Readings } from '../readings';
import { dbu, noiseAcross, peakDbu, SILENCE_DBU, transfersTo } from '../signal';
import type { Assessment } from './assess';

/** Infinite ohms, endless minutes and silence have no number in JSON: they become null. */
const finite = (x: number): number | null => (Number.isFinite(x) && x > SILENCE_DBU ? x : null);

/** One part of a line, seen from the signal: what leaves it, or what a channel of the input gets. */
export interface Place {
  readonly part: PartId;
  /** Average and peaks of the loudest voice, dBu; null where nothing arrives. */
  readonly averageDbu: number | null;
  readonly peakDbu: number | null;
  /** Where it clips, dBu; null where nothing can. */
  readonly ceilingDbu: number | null;
  /** Noise there, dBu, unweighted; at the input with its converter. */
  readonly noiseDbu: number | null;
}

/** What one device gets, as plain JSON. */
const destination = (readings: Readings) => ({
  device: readings.compiled.device.part.id,
  app: readings.app.id,
  inputs: readings.entries.map((e) => ({
    part: e.part,
    id: e.spec.id,
    label: e.spec.label,
    builtIn: e.spec.identity === 'built-in',
    channels: e.spec.channels.length,
    listed: e.listed,
    why: whyNot(readings.app, readings.stand, e),
    chosen: e === readings.taken,
    senseOhm: e.sense ? finite(e.sense.ohm) : null,
    headphoneOhm: e.headphones ? finite(e.headphones.ohm) : null,
  })),
  intended: readings.intended?.part ?? null,
  /** What the device's own microphone would make of the loudest voice, recorded or not; null where it has none. */
  ownMicrophone: ownMicrophoneOf(readings),
  lines: readings.lines.map((line) => {
    const route = pathBetween(readings.compiled, line.part, readings.compiled.device.part.id);
    return {
      source: line.source,
      microphone: line.part,
      distanceM: line.distanceM,
      alive: line.alive,
      arrives: line.arrives,
      room: line.room,
      keptDb: line.keptDb === null ? null : finite(line.keptDb),
      /** All the way to the device; none when the joints do not lead there. */
      parts: route?.parts ?? [],
      joints: route?.joints.map((j) => j.joint.id) ?? [],
      /** As far as the input. */
      places: placesOf(readings, line),
    };
  }),
  channels: readings.channels.map((c) => ({
    part: c.input.part,
    input: c.input.id,
    number: c.number,
    fullScaleDbu: c.input.fullScaleDbu,
    noiseVolt: c.noise.volt,
    noiseAWeightedVolt: c.noise.aWeightedVolt,
    largestNoises: c.noise.shares.slice(0, 5),
    snrDbA: finite(c.snrDb),
    snrDbFlat: finite(c.snrFlatDb),
    hum: c.hum,
    /** Stages whose clipping is recorded here. */
    stages: [...c.fedBy].map((s) => ({ part: s.part, stage: s.id })),
    overHumDbA: finite(c.overHumDb),
    arrivals: c.arrivals.map((a) => ({
      source: a.source,
      averageDbu: finite(a.averageDbu),
      peakDbfs: finite(a.peakDbfs),
      voltAt1k: magnitude(a.at1k),
      /** Against the source: 180 is upside down. */
      degreesAt1k: (Math.atan2(a.at1k.im, a.at1k.re) * 180) / Math.PI,
      leaks: a.leaks,
      curve: a.curve,
    })),
  })),
  /** Channels that are there and not recorded. */
  unrecorded: readings.unrecorded.map((c) => ({
    part: c.input.part,
    input: c.input.id,
    number: c.number,
    arrivals: c.arrivals.map((a) => ({ source: a.source, averageDbu: finite(a.averageDbu) })),
  })),
  processing: readings.stand.processing,
  ledger: readings.ledger,
  usb: readings.usb.supplies,
  tree: [...readings.usb.nodes.values()].map((n) => ({ ...n, spareMa: finite(n.spareMa) })),
  runtimes: readings.runtimes.map((r) => ({ ...r, minutes: finite(r.minutes) })),
  feed: readings.usb.feed,
  buses: readings.buses.map((b) => ({ ...b, mostBytes: finite(b.mostBytes) })),
  phantom: readings.phantom,
  ears: readings.ears,
  echo: readings.echo,
  howl: readings.howl,
  monitors: readings.monitors,
  delays: readings.delays,
  playbackPart: readings.playbackPart,
});

function ownMicrophoneOf({ compiled }: Readings) {
  const voices = compiled.setup.job.sources.filter((s) => s.from === undefined).map((s) => s.splAt1m);
  return voices.length === 0 ? null : ownTakeOf(compiled, Math.max(...voices));
}

/** An assessment as plain JSON: verdicts, and the readings they were judged from. For `--json`, and for other threads. */
export function report({ readings, also, verdicts, weakest }: Assessment) {
  return {
    setup: readings.compiled.setup.id,
    weakest: weakest.gate,
    verdicts,
    ...destination(readings),
    /** What its further destinations get. */
    also: also.map(destination),
    /** Every voice at every listener, where somebody is called. */
    hears: whoHearsWhom([readings, ...also]),
    joints: [...readings.joints.values()].map((j) => ({
      ...j,
      levelDbu: finite(j.levelDbu),
      loading: j.loading && { ...j.loading, loadOhm: finite(j.loading.loadOhm) },
    })),
    stages: readings.stages.map((s) => ({
      part: s.stage.part,
      stage: s.stage.id,
      averageDbu: finite(s.averageDbu),
      clipDbu: s.stage.clipDbu,
      headroomDb: finite(s.headroomDb),
    })),
    loops: readings.loops,
    earthings: readings.compiled.earthings.map(({ part, ohm, earth }) => ({
      part,
      /** By a protective conductor; else only through what a supply leaks. */
      metal: ohm !== null,
      outlet: earth,
    })),
  };
}

export type Report = ReturnType<typeof report>;

function placesOf(readings: Readings, line: LineReading): readonly Place[] {
  if (!line.path) return [];
  const { parts, joints } = line.path;
  const places: Place[] = [];
  let before: { readonly level: number; readonly ceiling: number } | null = null;
  for (const [i, part] of parts.entries()) {
    const joint = joints[i];
    const last = joint ? null : bestChannel(readings, line.source);
    const level = joint ? atKey(readings.joints, joint.joint.id).levelDbu : (last?.averageDbu ?? SILENCE_DBU);
    const own = readings.stages.filter((s) => s.stage.part === part).map((s) => s.stage.clipDbu);
    // What an amplifier cannot put out does not come out of the lead or pad after it either.
    const carried: number[] = before && own.length === 0 ? [before.ceiling + level - before.level] : [];
    const ceiling = Math.min(...own, ...carried, ...(last ? [last.fullScaleDbu] : []));
    places.push({
      part,
      averageDbu: finite(level),
      peakDbu: level > SILENCE_DBU ? peakDbu(level) : null,
      ceilingDbu: finite(ceiling),
      noiseDbu: finite(last ? last.noiseDbu : joint ? noiseAtJoint(readings, joint.joint.id) : SILENCE_DBU),
    });
    before = level > SILENCE_DBU && Number.isFinite(ceiling) ? { level, ceiling } : null;
  }
  return places;
}

/** Noise across the contacts where the voice is loudest: only told, never judged, so that judging need not wait for it. */
const noiseAtJoint = ({ compiled, responses, joints }: Readings, joint: JointId): number =>
  noiseOnce(joints)(joint, () => {
    const across = atKey(joints, joint).across;
    return across ? dbu(noiseAcross(compiled, responses, transfersTo(responses, across)).volt) : SILENCE_DBU;
  });

/** Lines share joints, and so do devices: each joint's noise is worked out once for one set of readings. */
const noiseOnce = memo((_: Readings['joints']) =>
  memoBy(
    (joint: JointId, _make: () => number) => joint,
    (_joint, make) => make(),
  ),
);

/** The channel where a source is loudest. */
function bestChannel(readings: Readings, source: string) {
  const all = readings.channels.map(({ input, noise, arrivals }) => ({
    averageDbu: arrivals.find((a) => a.source === source)?.averageDbu ?? SILENCE_DBU,
    fullScaleDbu: input.fullScaleDbu,
    noiseDbu: dbu(noise.volt),
  }));
  return all.sort((a, b) => b.averageDbu - a.averageDbu)[0] ?? null;
}
