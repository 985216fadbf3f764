import type { Setup } from './documents';
import type { PartId } from './ids';

/** Turn one knob of one part. */
export function turnKnob(setup: Setup, part: PartId, knob: string, position: number): Setup {
  return {
    ...setup,
    parts: setup.parts.map((p) => (p.id === part ? { ...p, knobs: { ...p.knobs, [knob]: position } } : p)),
  };
}
