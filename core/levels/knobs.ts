import type { Assessment } from '../assess';
import { type KnobSpec, knobAt, type PartId } from '../model';

/** A knob of the setup, and where it stands. */
export interface KnobPlace {
  readonly part: PartId;
  readonly knob: KnobSpec;
  readonly at: number;
  /** On the way of some voice to some device; what is not stands beside the line. */
  readonly onLine: boolean;
}

/** Every knob that levels are set by, in the order a voice meets them, from source to app; those beside the line come last. */
export function knobsInOrder({ readings, also }: Assessment): readonly KnobPlace[] {
  const { fitted } = readings.compiled;
  const paths = [readings, ...also].flatMap((r) => r.lines.flatMap((l) => (l.path ? [l.path.parts] : [])));
  /** Joints still to go before a device; the more, the nearer to the mouth. */
  const toGo = (part: PartId): number =>
    Math.max(-1, ...paths.filter((p) => p.includes(part)).map((p) => p.length - 1 - p.indexOf(part)));
  return [...fitted.values()]
    .map(({ part, partClass }) => ({ part, partClass, toGo: toGo(part.id) }))
    .sort((a, b) => b.toGo - a.toGo)
    .flatMap(({ part, partClass, toGo: left }) =>
      (partClass.knobs ?? [])
        .filter((knob) => knob.role !== 'tone')
        .map((knob) => ({ part: part.id, knob, at: knobAt(part, partClass, knob.id), onLine: left >= 0 })),
    );
}
