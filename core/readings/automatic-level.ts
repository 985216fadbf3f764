import { type Compiled, compile } from '../compile';
import { type InputSpec, knobAt, type Part, type PartClass, partIn, quantity, type Setup, turnKnob } from '../model';

/** Where automatic level brings the peaks of what is loudest; common practice is -12 to -6 dBFS. */
const HOLDS_DBFS = -12;

type Automatic = NonNullable<InputSpec['automatic']>;

/** Does this input set its gain by itself now? */
const isAutomatic = (part: Part, partClass: PartClass, a: Automatic): boolean => knobAt(part, partClass, a.knob) === 1;

const inputsOf = ({ fitted }: Compiled) =>
  [...fitted.values()].flatMap(({ part, partClass }) =>
    (partClass.inputs ?? []).flatMap((spec) =>
      spec.automatic && isAutomatic(part, partClass, spec.automatic)
        ? [{ part, partClass, channels: spec.channels, automatic: spec.automatic }]
        : [],
    ),
  );

interface Arriving {
  readonly input: { readonly part: string; readonly id: string };
  readonly arrivals: readonly { readonly peakDbfs: number }[];
}

/**
 * The same with the gain of each input that sets its level by itself where it would put it while somebody speaks: the peaks
 * of the loudest at -12 dBFS, as far as its range goes.
 * @param channels with the peaks at the gains that `compiled` has, dBFS; asked for only where an input sets its level by itself.
 * @returns null where no gain moves
 */
export function levelledByItself(compiled: Compiled, channels: () => readonly Arriving[]): Compiled | null {
  const { setup, catalogue, rewired, unfed } = compiled;
  let moved: Setup = setup;
  for (const { part, partClass, channels: ids, automatic } of inputsOf(compiled)) {
    const own = channels().filter((c) => c.input.part === part.id && ids.includes(c.input.id));
    const peak = Math.max(...own.flatMap((c) => c.arrivals.map((a) => a.peakDbfs)));
    const gain = partClass.knobs?.find((k) => k.id === automatic.gain);
    if (!gain || !Number.isFinite(peak)) continue;
    const at = knobAt(part, partClass, gain.id);
    const wanted = at + gain.step * Math.round((HOLDS_DBFS - peak) / gain.step);
    const to = Math.max(gain.min, Math.min(gain.max, wanted));
    if (to !== at) moved = turnKnob(moved, part.id, gain.id, to);
  }
  return moved === setup ? null : compile(moved, catalogue, { rewired, unfed });
}

/**
 * How much louder an input that sets its level by itself makes the noise in a pause, decibels: as far as its gain still goes,
 * and no further than it is built to.
 * @returns 0 where its gain stays as it is set
 */
export function liftInPauses(compiled: Compiled, input: { readonly part: string; readonly id: string }): number {
  const own = inputsOf(compiled).find((i) => i.part.id === input.part && i.channels.includes(input.id));
  const gain = own?.partClass.knobs?.find((k) => k.id === own.automatic.gain);
  if (!own || !gain) return 0;
  const part = partIn(compiled.setup, own.part.id);
  const left = gain.max - knobAt(part, own.partClass, gain.id);
  return Math.min(left, quantity(part, own.partClass, own.automatic.liftDb));
}
