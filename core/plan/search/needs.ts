import { atKey, byId, memo, reach } from '../../algorithms';
import { mustAssess } from '../../assess';
import { portsFit } from '../../change';
import {
  appIn,
  type Catalogue,
  FORMAT_VERSION,
  groundsOf,
  hearsSelf,
  isAsked,
  isBeside,
  type Job,
  newPart,
  type PartClass,
  type PortSpec,
  quantity,
  type Setup,
} from '../../model';

/** What a chain has still to pass through before the device, as bits. */
export const JOIN = 1;
const CHANNELS = 2;
const EARS = 4;
const PLUG_IN = 8;
const PHANTOM = 16;
const CHARGE = 32;
/** What the person asks for by name: the first of them, and the next ones above it. */
const ASKED = 64;
/** Not to be met any more. */
export const DEAD = -1;

/** What the chains for a job need on their way. Necessary only: what a chain does is left to `assess`. */
export interface Needs {
  /** Before anything was passed; JOIN where several come side by side. */
  atStart(joins: boolean): number;
  /**
   * Once a part was passed: what it gives is met, what it wants itself is open. Joining is for the caller to say.
   * @param into where the sound comes in; null at the head of a chain.
   * @returns DEAD where nothing that follows could meet them.
   */
  after(needs: number, c: PartClass, into: PortSpec | null): number;
  /** Whatever may be open at once. */
  readonly every: readonly number[];
}

/**
 * @param voices that come side by side.
 * @param apart whether each is to have a channel of its own.
 * @param lacking whether neither a place for the ears nor any power is demanded.
 */
export function needsOf(
  job: Job,
  catalogue: Catalogue,
  { voices, apart, lacking }: { readonly voices: number; readonly apart: boolean; readonly lacking: boolean },
): Needs {
  const app = appIn(catalogue, job.app);
  // Where the app does not play it, one hears oneself only by a part that does so by wire.
  const givesEars = hearsSelf(job.hearing) && !app.monitors ? playsByWire : hasEars;
  const listens = job.hearing !== 'nothing' && !lacking;
  const classes = [...catalogue.parts.values()];
  const least = {
    'plug-in power': leastVolt(classes, 'plug-in power'),
    'phantom power': leastVolt(classes, 'phantom power'),
  };
  const asked = (job.with ?? []).filter((w) => !isBeside(w, catalogue));
  const askedOf = (c: PartClass): number =>
    asked.reduce((bits, w, i) => (isAsked(c, w) ? bits | (ASKED << i) : bits), 0);
  const given = (c: PartClass): number => {
    return askedOf(c) | (c.inputs?.some((i) => i.channels.length >= voices) ? CHANNELS : 0) | (givesEars(c) ? EARS : 0);
  };
  const wanted = (c: PartClass): number =>
    lacking
      ? 0
      : (c.turnsPhantom ? PHANTOM : 0) |
        (fedFrom(c, 'plug-in power').length > 0 ? PLUG_IN : 0) |
        (fedFrom(c, 'phantom power').length > 0 ? PHANTOM : 0);
  const chargers = classes.flatMap((c) => (c.kind === 'power' ? c.ports : []));
  const chargedAt = (port: PortSpec) => chargers.some((plug) => portsFit(plug, port));
  /** A device is charged at a port that the sound does not come in by, or by its own supply; else by a part on the way. */
  const charges = (c: PartClass, into: PortSpec | null): boolean =>
    c.host
      ? c.host.mainsKnob !== undefined || (c.usb?.down ?? []).some((id) => id !== into?.id && chargedAt(portOf(c, id)))
      : c.usb?.fed !== undefined && chargedAt(portOf(c, c.usb.fed.port));
  const known = new Map<PartClass, { readonly given: number; readonly wanted: number }>(
    classes.map((c) => [c, { given: given(c), wanted: wanted(c) }]),
  );
  const isLong = !lacking && (job.charging === true || job.minutes > minutesAlone(job, catalogue));
  const first =
    (apart ? CHANNELS : 0) |
    (listens ? EARS : 0) |
    (isLong ? CHARGE : 0) |
    asked.reduce((bits, _, i) => bits | (ASKED << i), 0);
  const mask = first | (voices > 1 ? JOIN : 0) | classes.reduce((all, c) => all | atKey(known, c).wanted, 0);
  return {
    atStart: (joins) => first | (joins ? JOIN : 0),
    after(needs, c, into) {
      const k = atKey(known, c);
      // A voltage that the microphone wants comes by the hole it is in, or not at all where an amplifier or a coil is between.
      const fed = into === null ? 0 : fedAt(c, into, least);
      const hungry = needs & (PLUG_IN | PHANTOM) & ~fed;
      if (hungry !== 0 && into !== null && stopsSteady(c)) return DEAD;
      const left = ((needs & ~fed) | k.wanted) & ~k.given;
      return left & CHARGE && charges(c, into) ? left & ~CHARGE : left;
    },
    every: Array.from({ length: mask + 1 }, (_, n) => n).filter((n) => (n & ~mask) === 0),
  };
}

const portOf = (c: PartClass, id: string): PortSpec => byId(c.ports, id);

/** How long the device lasts by itself: with anything plugged in it lasts no longer. */
function minutesAlone(job: Job, catalogue: Catalogue): number {
  const device = { id: 'device', class: job.device };
  const { also: _, ...alone } = job;
  const setup: Setup = {
    format: 'symplex.setup',
    version: FORMAT_VERSION,
    id: 'alone',
    name: 'alone',
    job: alone,
    parts: [device],
    joints: [],
    placements: [],
    chosenInput: 'newest',
  };
  return (
    mustAssess(setup, catalogue).readings.runtimes.find((r) => r.part === device.id)?.minutes ??
    Number.POSITIVE_INFINITY
  );
}

/** Ears of its own, or a hole for headphones. */
export const hasEars = ({ ports, circuit }: PartClass): boolean =>
  ports.some((p) => p.flow === 'monitor') || circuit.some((e) => e.is === 'driver');

/** A hole for headphones at which what comes into the part is heard without a device. */
function playsByWire({ ports, circuit }: PartClass): boolean {
  const ears = ports.filter((p) => p.flow === 'monitor').map((p) => `${p.id}.`);
  return circuit.some((e) => e.is === 'stage' && ears.some((ear) => e.out[0].startsWith(ear)));
}

type Feed = 'plug-in power' | 'phantom power';

/** The steady voltages at which what is in a part comes alive, of one kind. */
const fedFrom = (c: PartClass, from: Feed): readonly number[] =>
  c.circuit.flatMap((e) =>
    (e.is === 'capsule' || e.is === 'stage') && e.needs?.from === from
      ? [quantity(newPart(c), c, e.needs.minVolt)]
      : [],
  );

const leastVolt = (classes: readonly PartClass[], from: Feed): number =>
  Math.min(...classes.flatMap((c) => fedFrom(c, from)));

/** More than this is no plug-in power: it would harm what wants some. */
const MOST_PLUG_IN_VOLT = 12;

type Least = Readonly<Record<Feed, number>>;

/** Which of the steady voltages a port gives to what is plugged in there. */
function fedAt(c: PartClass, into: PortSpec, least: Least): number {
  if (c.turnsPhantom) return PLUG_IN;
  const volt = voltsAt(c)(into);
  return (
    (volt >= least['plug-in power'] && volt <= MOST_PLUG_IN_VOLT ? PLUG_IN : 0) |
    (volt >= least['phantom power'] ? PHANTOM : 0)
  );
}

/** The steady voltage behind each port, by the resistors that lead to its contacts from a supply; 0 for none. */
const voltsAt = memo((c: PartClass) => {
  const grounds = groundsOf({ ...c, circuit: c.circuit.filter((e) => e.is !== 'supply') });
  const wires = c.circuit.flatMap((e) => (e.is === 'resistor' ? [e.between] : []));
  const supplies = c.circuit.flatMap((e) =>
    e.is === 'supply' ? [{ from: e.between[0], volt: quantity(newPart(c), c, e.volt) }] : [],
  );
  const reached = supplies.map(({ from, volt }) => ({
    volt,
    nodes: reach([from], (at) =>
      wires.flatMap(([a, b], i) => {
        const next = a === at ? b : b === at ? a : null;
        return next === null || grounds.has(next) ? [] : [[next, i] as const];
      }),
    ),
  }));
  return memo((into: PortSpec) =>
    Math.max(
      0,
      ...reached.flatMap((s) => ([...s.nodes.keys()].some((n) => n.startsWith(`${into.id}.`)) ? [s.volt] : [])),
    ),
  );
});

/** Does no steady voltage come through from behind? */
const stopsSteady = memo((c: PartClass) =>
  c.circuit.some((e) => e.is === 'stage' || e.is === 'input' || e.is === 'transformer'),
);
