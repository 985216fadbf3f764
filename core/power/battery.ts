import { atKey, itemAt } from '../algorithms';
import type { Compiled, Fitted } from '../compile';
import { type Catalogue, type CellClass, hostIn, knobAt, type PartId, quantity } from '../model';
import { farSides, feederAt, type UsbTree } from './usb';

/** Kept back at the end: a cell is not run flat; est. */
const RESERVE = 0.15;
/** Of what passes between port and cell, either way, this share arrives; est. */
const PORT_EFFICIENCY = 0.9;
/** Of what a converter takes from cells, this share comes out as phantom power; common practice. */
const CONVERSION = 0.75;
const PORT_VOLT = 5;
/** What a cell loses by itself, as a current; est. */
const LEAST_MA = 0.05;

/** One battery of the setup, and what goes out of it and into it while the job runs. */
export interface Cell {
  readonly part: PartId;
  readonly capacityWh: number;
  readonly drawW: number;
  readonly chargeW: number;
  /** When what goes in begins, minutes from the start, and when it ends; null for never. */
  readonly chargeFrom: number;
  readonly chargeUntil: number | null;
  /** Share of it that is there at the start, and the share that is kept back. */
  readonly start: number;
  readonly reserve: number;
  /** When it is exchanged for a full one, minutes from the start. */
  readonly swaps: readonly number[];
}

export interface Runtime {
  readonly part: PartId;
  /** Until it is down to its reserve; infinite when what goes in keeps up with what goes out. */
  readonly minutes: number;
  readonly cell: Cell;
}

/**
 * The batteries of a setup: the device's, feeding what hangs on its port and fed by a charger on the way; those of parts
 * that have their own; and power banks. A charger that gives less than is drawn only slows the fall, and a power bank gives
 * only as long as it lasts.
 * @param phantomWatt what parts put out as phantom power.
 */
export function cells(
  compiled: Compiled,
  usb: UsbTree,
  phantomWatt: ReadonlyMap<string, number> = new Map(),
): readonly Cell[] {
  const { setup } = compiled;
  const common = (part: PartId, charge: number | undefined) => ({
    part,
    start: charge ?? 1,
    swaps: (setup.swaps ?? []).filter((s) => s.part === part).map((s) => s.minute),
    chargeFrom: 0,
    chargeUntil: null,
  });
  const { part, partClass } = compiled.device;
  const host = hostIn(partClass);
  const q = (x: number | string) => quantity(part, partClass, x);
  const onMains = host.mainsKnob !== undefined && knobAt(part, partClass, host.mainsKnob) > 0;
  const work = compiled.catalogue.apps.get(itemAt(compiled.hosts, 0).app)?.work;
  const ownW =
    q((work === 'video' ? undefined : work && host.lighter?.[work]) ?? host.drawW) +
    (phantomWatt.get(part.id) ?? 0) / CONVERSION;
  const drawW = ownW + (PORT_VOLT * usb.fromDeviceMa) / 1000 / PORT_EFFICIENCY;
  const { feed } = usb;
  const arrives = (setup.arrivals ?? []).find((a) => a.part === feed?.part)?.minute ?? 0;
  // A device that is full takes only what it uses.
  const wantedMa = (part.charge ?? 1) < 1 ? Number.POSITIVE_INFINITY : (1000 * drawW) / PORT_VOLT / PORT_EFFICIENCY;
  const bank = feed && bankOf(atKey(compiled.fitted, feed.part), feed.belowMa + Math.min(feed.chargeMa, wantedMa));
  const bankCell = bank && { ...bank, ...common(feed.part, atKey(compiled.fitted, feed.part).part.charge) };
  const device: Cell = {
    ...common(part.id, part.charge),
    capacityWh: q(host.batteryWh),
    drawW,
    // A supply of its own gives what the device draws.
    chargeW: onMains ? drawW : (PORT_EFFICIENCY * PORT_VOLT * (feed?.chargeMa ?? 0)) / 1000,
    chargeFrom: onMains ? 0 : arrives,
    chargeUntil: !onMains && bankCell ? finiteOrNull(arrives + lasts(bankCell)) : null,
    reserve: RESERVE,
  };
  const far = farSides(compiled);
  const others = [...compiled.fitted.values()].flatMap((f): readonly Cell[] => {
    const hours = hoursOf(f, compiled.catalogue, phantomWatt.get(f.part.id) ?? 0);
    if (hours === null) return [];
    const { charging } = f.partClass;
    const source = charging && feederAt(far, `${f.part.id}.${charging.port}`);
    const isFed = source !== undefined || usb.nodes.get(f.part.id)?.powered === true;
    // Told in hours: one watt-hour for each, drawn by one watt; the maker's hours are to the end.
    const chargeW = charging && isFed ? hours / quantity(f.part, f.partClass, charging.hours) : 0;
    return [{ ...common(f.part.id, f.part.charge), capacityWh: hours, drawW: 1, chargeW, reserve: 0 }];
  });
  // Of a device that is not known here nobody can tell how long it lasts.
  return [...(partClass.kind === 'unknown' ? [] : [device]), ...(bankCell ? [bankCell] : []), ...others];
}

const finiteOrNull = (minute: number): number | null => (Number.isFinite(minute) ? minute : null);

/** A power bank that gives so much; null where the feed is a charger. */
function bankOf(
  { part, partClass }: Fitted,
  givenMa: number,
): Pick<Cell, 'capacityWh' | 'drawW' | 'chargeW' | 'reserve'> | null {
  const { bank } = partClass;
  if (!bank) return null;
  const q = (x: number | string) => quantity(part, partClass, x);
  return {
    capacityWh: q(bank.wattHours) * q(bank.efficiency),
    drawW: (PORT_VOLT * Math.min(givenMa, q('supplyMa'))) / 1000,
    chargeW: 0,
    reserve: 0,
  };
}

/** Hours that a part's own battery lasts; null where it has none. */
function hoursOf({ part, partClass }: Fitted, catalogue: Catalogue, phantomWatt: number): number | null {
  const q = (x: number | string) => quantity(part, partClass, x);
  if (partClass.batteryHours !== undefined) return q(partClass.batteryHours);
  const { cells: spec } = partClass;
  if (!spec) return null;
  const cell = itemAt(cellsOf(catalogue, spec.size), knobAt(part, partClass, spec.knob));
  const volt = cell.values.volt.value * q(spec.count);
  return cellHours(cell, Math.max(LEAST_MA, q(spec.drawMa) + (1000 * phantomWatt) / CONVERSION / volt));
}

/** Cells of a size, in the order of the catalogue, which is that of a part's knob. */
export const cellsOf = (catalogue: Catalogue, size: CellClass['size']): readonly CellClass[] =>
  [...catalogue.cells.values()].filter((c) => c.size === size);

/**
 * Hours that a cell lasts at a current: what it gives at its rated one, and less the harder it is drawn on (Peukert 1897). Drawn on less it
 * gives no more than that: makers' curves flatten there.
 * @param milliampere above 0.
 */
export function cellHours({ values }: CellClass, milliampere: number): number {
  const { capacityMah, ratedMa, exponent } = values;
  return (capacityMah.value / milliampere) * Math.min(1, (ratedMa.value / milliampere) ** (exponent.value - 1));
}

/** How long each battery lasts. */
export const runtimes = (
  compiled: Compiled,
  usb: UsbTree,
  phantomWatt?: ReadonlyMap<string, number>,
): readonly Runtime[] =>
  cells(compiled, usb, phantomWatt).map((cell) => ({ part: cell.part, minutes: lasts(cell), cell }));

/** A stretch in which nothing changes: from a minute with a share, which then falls by so much a minute. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly share: number;
  readonly fall: number;
}

/** The life of a battery in stretches between what happens to it. No battery is more than full. */
function* stretches(cell: Cell): Generator<Stretch> {
  const until = cell.chargeUntil ?? Number.POSITIVE_INFINITY;
  const happens = [...cell.swaps, cell.chargeFrom, until].filter((m) => m > 0 && Number.isFinite(m));
  const times = [0, ...[...new Set(happens)].sort((a, b) => a - b), Number.POSITIVE_INFINITY];
  let share = cell.start;
  for (let i = 0; i + 1 < times.length; i++) {
    const [from, to] = [itemAt(times, i), itemAt(times, i + 1)];
    if (cell.swaps.includes(from)) share = 1;
    const charged = from >= cell.chargeFrom && from < until;
    const fall = (cell.drawW - (charged ? cell.chargeW : 0)) / cell.capacityWh / 60;
    yield { from, to, share, fall };
    share = after({ from, to, share, fall }, to);
  }
}

const after = ({ from, share, fall }: Stretch, minute: number): number =>
  fall === 0 ? share : Math.max(0, Math.min(1, share - fall * (minute - from)));

/** Minutes until a battery is down to its reserve, exchanges counted. */
export function lasts(cell: Cell): number {
  for (const s of stretches(cell)) {
    if (s.share <= cell.reserve && s.fall >= 0) return s.from;
    if (s.fall <= 0) continue;
    const flat = s.from + (s.share - cell.reserve) / s.fall;
    if (flat < s.to) return flat;
  }
  return Number.POSITIVE_INFINITY;
}

/** The share that is left at a minute of the job, from 0 to 1. */
export function shareAt(cell: Cell, minute: number): number {
  for (const s of stretches(cell)) if (minute < s.to) return after(s, minute);
  return 0;
}
