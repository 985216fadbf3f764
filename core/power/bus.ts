import { atKey } from '../algorithms';
import type { Compiled, Fitted } from '../compile';
import { mostChannels, type PartId, quantity, type UsbSpeed } from '../model';
import type { UsbTree } from './usb';

/** What the sound of one part takes on its bus, bytes a millisecond each way. */
export interface Stream {
  readonly part: PartId;
  readonly inBytes: number;
  readonly outBytes: number;
}

/** One bus: the device's, or the slow one behind a hub that translates. */
export interface BusLoad {
  readonly at: string;
  readonly speed: UsbSpeed;
  readonly streams: readonly Stream[];
  readonly bytes: number;
  readonly mostBytes: number;
}

/**
 * Most that one stream may carry a millisecond, and all of them together. Full speed: 1023 bytes a frame, and at most 90 %
 * of its 1500 for what recurs (USB 2.0, 5.6.3 and 5.6.4, from memory). High speed: three packets of 1024 in each of eight
 * microframes, and 80 % of 7500 bytes each. Low speed has no such transfers; above high speed nothing here comes near.
 */
export const ISOCHRONOUS: Readonly<Record<UsbSpeed, { readonly stream: number; readonly all: number }>> = {
  low: { stream: 0, all: 0 },
  full: { stream: 1023, all: 0.9 * 1500 },
  high: { stream: 3 * 1024 * 8, all: 0.8 * 7500 * 8 },
  super: { stream: Number.POSITIVE_INFINITY, all: Number.POSITIVE_INFINITY },
};

/**
 * Bytes a millisecond of a stream: every channel's samples in whole bytes, one sample more than the rate wants, since the
 * converter's clock is its own.
 */
export const streamBytes = (channels: number, rateHz: number, bits: number): number =>
  channels === 0 ? 0 : channels * Math.ceil(bits / 8) * (Math.floor(rateHz / 1000) + 1);

export function streamOf({ part, partClass }: Fitted): Stream {
  const q = (name: string) => quantity(part, partClass, name);
  const outputs = new Set(partClass.circuit.flatMap((e) => (e.is === 'playback' ? [e.side] : []))).size;
  const bytes = (channels: number) => (channels === 0 ? 0 : streamBytes(channels, q('sampleRateHz'), q('sampleBits')));
  return { part: part.id, inBytes: bytes(mostChannels(partClass)), outBytes: bytes(outputs) };
}

/** The buses that carry these parts' sound, in the order the parts were plugged. */
export function busLoads(compiled: Compiled, usb: UsbTree, parts: readonly string[]): readonly BusLoad[] {
  const loads = new Map<string, BusLoad>();
  for (const id of parts) {
    const node = usb.nodes.get(id);
    if (!node) continue;
    const key = `${node.segment} ${node.speed}`;
    const before = loads.get(key);
    const stream = streamOf(atKey(compiled.fitted, id));
    loads.set(key, {
      at: node.segment,
      speed: node.speed,
      streams: [...(before?.streams ?? []), stream],
      bytes: (before?.bytes ?? 0) + stream.inBytes + stream.outBytes,
      mostBytes: ISOCHRONOUS[node.speed].all,
    });
  }
  return [...loads.values()];
}

/** Parts whose sound does not go over their bus: too much in one stream, or no room left by those plugged before. */
export function offTheBus(loads: readonly BusLoad[]): ReadonlySet<string> {
  const off = new Set<string>();
  for (const { speed, streams } of loads) {
    const most = ISOCHRONOUS[speed];
    let room = most.all;
    for (const { part, inBytes, outBytes } of streams) {
      const fits = Math.max(inBytes, outBytes) <= most.stream && inBytes + outBytes <= room;
      if (fits) room -= inBytes + outBytes;
      else off.add(part);
    }
  }
  return off;
}
