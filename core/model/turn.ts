import type { Setup } from './documents';

/** Turn one knob of one part. */
export function turnKnob(setup: Setup, part: string, knob: string, position: number): Setup {
  return {
    ...setup,
    parts: setup.parts.map((p) => (p.id === part ? { ...p, knobs: { ...p.knobs, [knob]: position } } : p)),
  };
}
