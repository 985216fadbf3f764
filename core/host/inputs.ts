import { atKey, itemAt } from '../algorithms';
import type { Compiled } from '../compile';
import {
  type AppClass,
  type HostSpec,
  hostIn,
  type InputSpec,
  type JointId,
  type PartClass,
  type PartId,
  quantity,
} from '../model';
import { busLoads, offTheBus, type UsbTree } from '../power';
import type { OperatingPoint, Responses } from '../signal';
import { headphoneOhm, senseOhm } from './sense';

/** Why an input is not on the list, or is there but not taken. */
export type Absence =
  | 'not-plugged'
  | 'short'
  | 'button'
  | 'open'
  | 'no-headphones'
  | 'no-digital-path'
  | 'unpowered'
  | 'unlicensed'
  | 'charge-only'
  | 'no-identity'
  | 'data-apart'
  | 'other-bus'
  | 'needs-driver'
  | 'one-interface-only'
  | 'bus-full'
  | 'told-headphones'
  | 'app-refuses'
  | 'not-allowed'
  | 'plugged-late'
  | 'automatic-off'
  | 'not-chosen';

/** One entry that could stand in the device's list of inputs. */
export interface InputEntry {
  readonly part: PartId;
  readonly spec: InputSpec;
  readonly listed: boolean;
  readonly why: Absence | null;
  /** What the sense line found, and the least it takes for a microphone; null where nothing is sensed. */
  readonly sense: { readonly ohm: number; readonly minOhm: number; readonly maxOhm: number } | null;
  readonly headphones: { readonly ohm: number; readonly minOhm: number; readonly maxOhm: number } | null;
  /** Joint by which it was plugged in; later ones are newer; -1 for what is built in. */
  readonly plugged: number;
  readonly joint: JointId | null;
  /** A piece without a licence on the way to the device, where the device leaves it to the apps. */
  readonly unlicensed: string | null;
}

/** Below this the sense line finds a short or the main button: from memory of the wired-headset specification. */
const SHORT_OHM = 70;

/**
 * Everything that could be on the device's input list, and whether it is.
 * @param elsewhere parts that hang on another device of the setup: those are on that one's list.
 */
export function inputList(
  compiled: Compiled,
  op: OperatingPoint,
  responses: Responses,
  usb: UsbTree,
  elsewhere: ReadonlySet<string>,
): readonly InputEntry[] {
  const entries: InputEntry[] = [];
  for (const fitted of compiled.fitted.values()) {
    if (elsewhere.has(fitted.part.id) || (fitted.partClass.host && fitted !== compiled.device)) continue;
    for (const spec of fitted.partClass.inputs ?? []) {
      entries.push(entryOf(compiled, op, responses, usb, fitted.part.id, spec));
    }
  }
  return onTheBus(compiled, usb, oneInterfaceAtATime(compiled, entries));
}

function entryOf(
  compiled: Compiled,
  op: OperatingPoint,
  responses: Responses,
  usb: UsbTree,
  part: PartId,
  spec: InputSpec,
): InputEntry {
  const { part: self, partClass } = atKey(compiled.fitted, part);
  const q = (x: number | string) => quantity(self, partClass, x);
  const { detect } = spec;
  const port = detect.by === 'headset' || detect.by === 'plug' ? detect.port : partClass.usb?.up;
  const ports = [port, ...((detect.by === 'plug' && detect.or) || [])];
  const plugged = compiled.joints.findIndex(
    ({ joint, mating }) =>
      mating.fits &&
      [joint.a, joint.b].some((r) => r.part === part && ports.includes(r.port)) &&
      (detect.by !== 'plug' || mating.touches.length > 0),
  );
  const joint = plugged < 0 ? null : itemAt(compiled.joints, plugged).joint.id;
  const unlicensed = usb.nodes.get(part)?.unlicensed ?? null;
  const base = { part, spec, sense: null, headphones: null, plugged, joint, unlicensed };
  const absent = (why: Absence, more: Partial<InputEntry> = {}): InputEntry => ({
    ...base,
    listed: false,
    why,
    ...more,
  });

  const onDevice = part === compiled.device.part.id;
  if (!onDevice) {
    const node = usb.nodes.get(part);
    const { bus, driver } = partClass.usb ?? {};
    if (bus === 'other') return absent('other-bus');
    if (!node) return absent('no-digital-path');
    if (node.noData) return absent(node.noData.why);
    if (!node.powered) return absent('unpowered');
    if (driver === 'own' && !hostIn(compiled.device.partClass).takesDrivers) return absent('needs-driver');
    if (node.unlicensed && hostIn(compiled.device.partClass).unlicensed === 'refused') return absent('unlicensed');
  }
  switch (detect.by) {
    case 'always':
    case 'usb':
      return { ...base, listed: true, why: null };
    case 'plug':
      return plugged < 0 ? absent('not-plugged') : { ...base, listed: true, why: null };
    case 'headset': {
      const sense = {
        ohm: senseOhm(compiled, op, part, detect),
        minOhm: q(detect.micMinOhm),
        maxOhm: q(detect.micMaxOhm),
      };
      const headphones = detect.headphones
        ? {
            ohm: headphoneOhm(compiled, responses, part, detect.headphones),
            minOhm: q(detect.headphones.minOhm),
            maxOhm: q(detect.headphones.maxOhm),
          }
        : null;
      const found = { sense, headphones };
      if (plugged < 0) return absent('not-plugged', found);
      if (sense.ohm < SHORT_OHM) return absent('short', found);
      if (sense.ohm < sense.minOhm) return absent('button', found);
      if (sense.ohm > sense.maxOhm) return absent('open', found);
      if (headphones && (headphones.ohm < headphones.minOhm || headphones.ohm > headphones.maxOhm)) {
        return absent('no-headphones', found);
      }
      return { ...base, ...found, listed: true, why: null };
    }
  }
}

/** Phones and tablets run one USB audio interface: the newest stays on the list. */
function oneInterfaceAtATime(compiled: Compiled, entries: readonly InputEntry[]): readonly InputEntry[] {
  const atOnce = hostIn(compiled.device.partClass).audioInterfacesAtOnce;
  const digital = entries.filter((e) => isDigitalSound(compiled, e));
  const dropped = new Set([...digital].sort((a, b) => b.plugged - a.plugged).slice(atOnce));
  return entries.map((e) => (dropped.has(e) ? { ...e, listed: false, why: 'one-interface-only' } : e));
}

const isDigitalSound = (compiled: Compiled, e: InputEntry): boolean =>
  e.listed && e.part !== compiled.device.part.id && e.spec.identity !== 'notes';

/** What is on the list can still ask more of its bus than that carries, or than those before it have left. */
function onTheBus(compiled: Compiled, usb: UsbTree, entries: readonly InputEntry[]): readonly InputEntry[] {
  const digital = entries.filter((e) => isDigitalSound(compiled, e)).sort((a, b) => a.plugged - b.plugged);
  const off = offTheBus(busLoads(compiled, usb, [...new Set(digital.map((e) => e.part))]));
  return entries.map((e) => (digital.includes(e) && off.has(e.part) ? { ...e, listed: false, why: 'bus-full' } : e));
}

/** Why a piece can never bring sound to a device of this kind, whatever it is plugged into; null where nothing forbids it. */
export function forbidden(host: HostSpec, app: AppClass, { usb }: PartClass): Absence | null {
  if (!usb) return null;
  if (usb.bus === 'other') return 'other-bus';
  if (usb.data === 'none') return 'charge-only';
  if (usb.identity === 'none') return 'no-identity';
  if (usb.driver === 'own' && !host.takesDrivers) return 'needs-driver';
  const byApp = host.unlicensed === 'by-app' && !app.takesUnlicensed;
  return usb.licensed === false && (host.unlicensed === 'refused' || byApp) ? 'unlicensed' : null;
}

/** Would the app record from this entry on this host, were it listed? */
export const appTakes = (
  app: AppClass,
  host: HostSpec,
  { spec, unlicensed }: Pick<InputEntry, 'spec' | 'unlicensed'>,
): boolean =>
  spec.identity === 'built-in' ||
  (spec.identity !== 'notes' &&
    (!host.limitsApps || app.accepts.includes(spec.identity)) &&
    (unlicensed === null || host.unlicensed !== 'by-app' || app.takesUnlicensed));
