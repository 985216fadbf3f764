import type { Compiled } from '../compile';
import { knobAt, quantity } from '../model';
import type { UsbTree } from './usb';

/** Kept back at the end: a cell is not run flat; est. */
const RESERVE = 0.15;
/** Of what the port gives, this share arrives from the cell through the device's converter; est. */
const PORT_EFFICIENCY = 0.9;
const PORT_VOLT = 5;

export interface Runtime {
  readonly part: string;
  readonly minutes: number;
}

/** How long each battery of the setup lasts, the device's feeding what hangs on its port. Chargers make it endless. */
export function runtimes(compiled: Compiled, usb: UsbTree): readonly Runtime[] {
  const { part, partClass } = compiled.device;
  const host = partClass.host!;
  const q = (x: number | string) => quantity(part, partClass, x);
  const watt = q(host.drawW) + (PORT_VOLT * usb.fromDeviceMa) / 1000 / PORT_EFFICIENCY;
  const fed = usb.charging || (host.mainsKnob !== undefined && knobAt(part, partClass, host.mainsKnob) > 0);
  const device = fed ? Number.POSITIVE_INFINITY : (60 * q(host.batteryWh) * (1 - RESERVE)) / watt;
  const others = [...compiled.fitted.values()].flatMap((f) =>
    f.partClass.batteryHours === undefined
      ? []
      : [{ part: f.part.id, minutes: 60 * quantity(f.part, f.partClass, f.partClass.batteryHours) }],
  );
  return [{ part: part.id, minutes: device }, ...others];
}
