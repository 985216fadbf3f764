import type { Compiled } from '../compile';
import { knobAt, quantity } from '../model';
import type { UsbTree } from './usb';

/** Kept back at the end: a cell is not run flat; est. */
const RESERVE = 0.15;
/** Of what passes between port and cell, either way, this share arrives; est. */
const PORT_EFFICIENCY = 0.9;
const PORT_VOLT = 5;

/** One battery of the setup, and what goes out of it and into it while the job runs. */
export interface Cell {
  readonly part: string;
  readonly capacityWh: number;
  readonly drawW: number;
  readonly chargeW: number;
  /** Share of it that is there at the start, and the share that is kept back. */
  readonly start: number;
  readonly reserve: number;
  /** When it is exchanged for a full one, minutes from the start. */
  readonly swaps: readonly number[];
}

export interface Runtime {
  readonly part: string;
  /** Until it is down to its reserve; infinite when what goes in keeps up with what goes out. */
  readonly minutes: number;
  readonly cell: Cell;
}

/**
 * The batteries of a setup: the device's, feeding what hangs on its port and fed by a charger on the way, and those of parts
 * that have their own. A charger that gives less than is drawn only slows the fall.
 */
export function cells(compiled: Compiled, usb: UsbTree): readonly Cell[] {
  const { setup } = compiled;
  const common = (part: string, charge: number | undefined) => ({
    part,
    start: charge ?? 1,
    swaps: (setup.swaps ?? []).filter((s) => s.part === part).map((s) => s.minute),
  });
  const { part, partClass } = compiled.device;
  const host = partClass.host!;
  const q = (x: number | string) => quantity(part, partClass, x);
  const onMains = host.mainsKnob !== undefined && knobAt(part, partClass, host.mainsKnob) > 0;
  const drawW = q(host.drawW) + (PORT_VOLT * usb.fromDeviceMa) / 1000 / PORT_EFFICIENCY;
  const fromCharger = (PORT_EFFICIENCY * PORT_VOLT * (usb.chargeMa ?? 0)) / 1000;
  const device: Cell = {
    ...common(part.id, part.charge),
    capacityWh: q(host.batteryWh),
    drawW,
    // A supply of its own gives what the device draws.
    chargeW: onMains ? drawW : fromCharger,
    reserve: RESERVE,
  };
  const others = [...compiled.fitted.values()].flatMap((f): readonly Cell[] => {
    if (f.partClass.batteryHours === undefined) return [];
    // Told in hours: one watt-hour for each, drawn by one watt; the maker's hours are to the end.
    const capacityWh = quantity(f.part, f.partClass, f.partClass.batteryHours);
    return [{ ...common(f.part.id, f.part.charge), capacityWh, drawW: 1, chargeW: 0, reserve: 0 }];
  });
  return [device, ...others];
}

/** How long each battery lasts. */
export const runtimes = (compiled: Compiled, usb: UsbTree): readonly Runtime[] =>
  cells(compiled, usb).map((cell) => ({ part: cell.part, minutes: lasts(cell), cell }));

/** Shares a minute that a battery loses; below 0 it gains. */
const fall = ({ capacityWh, drawW, chargeW }: Cell): number => (drawW - chargeW) / capacityWh / 60;

/** Minutes until a battery is down to its reserve, exchanges counted. */
export function lasts(cell: Cell): number {
  const perMinute = fall(cell);
  if (perMinute <= 0) return Number.POSITIVE_INFINITY;
  let [from, share] = [0, cell.start];
  for (const swap of [...cell.swaps].sort((a, b) => a - b)) {
    const flat = from + Math.max(0, share - cell.reserve) / perMinute;
    if (flat < swap) return flat;
    [from, share] = [swap, 1];
  }
  return from + Math.max(0, share - cell.reserve) / perMinute;
}

/** The share that is left at a minute of the job, from 0 to 1. */
export function shareAt(cell: Cell, minute: number): number {
  const swap = Math.max(-1, ...cell.swaps.filter((s) => s <= minute));
  const [from, share] = swap >= 0 ? [swap, 1] : [0, cell.start];
  return Math.max(0, Math.min(1, share - fall(cell) * (minute - from)));
}
