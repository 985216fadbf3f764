import { freshId } from '../algorithms';
import {
  type Catalogue,
  classOfPart,
  ORDINARY_SPL,
  type Part,
  type PartId,
  type PortRef,
  type PortSpec,
  partIn,
  type Setup,
  type Source,
  withSources,
} from '../model';
import { apply } from './apply';
import { turns } from './at-hand';
import type { Change } from './change';
import { freePorts, freshJointId, placedAt, portsFit } from './structure';

/** Where a free port could be joined to: another free port, of another part, and whether the two go together. */
export interface Partner {
  readonly part: PartId;
  readonly port: PortSpec;
  readonly fits: boolean;
}

/** Every free port of another part, in the order of the parts: those that do not fit too, for whoever wants to see why. */
export function partnersOf(setup: Setup, catalogue: Catalogue, from: PortRef): readonly Partner[] {
  const own = classOfPart(setup, catalogue, from.part).ports.find((p) => p.id === from.port);
  if (!own) throw new Error(`${from.part} has no port ${from.port}`);
  return freePorts(setup, catalogue)
    .filter((p) => p.part !== from.part)
    .map(({ part, port }) => ({ part, port, fits: portsFit(own, port) }));
}

/**
 * Join two ports of parts that are there.
 * @returns null where one of them is taken, or not there
 */
export function joinPorts(setup: Setup, catalogue: Catalogue, a: PortRef, b: PortRef): Setup | null {
  const isThere = ({ part, port }: PortRef) =>
    setup.parts.some((p) => p.id === part) && classOfPart(setup, catalogue, part).ports.some((p) => p.id === port);
  if (!isThere(a) || !isThere(b)) return null;
  const joint = { id: freshJointId(setup), a, b };
  return apply(setup, catalogue, { do: 'join', joint, at: setup.joints.length });
}

/** The act that turns a part end for end, where it is one that can be and would be another then. */
export function turnOf(setup: Setup, catalogue: Catalogue, part: PartId): Change | null {
  for (const change of turns(setup, catalogue)) if (change.do === 'turn' && change.part === part) return change;
  return null;
}

/** Without somebody at a microphone. */
export const takenFrom = (setup: Setup, part: PartId, source: string): Setup => ({
  ...setup,
  placements: setup.placements.filter((p) => p.part !== part || p.source !== source),
});

/** One more voice, at a microphone, in the place of those there who have another. */
export function withNewVoice(setup: Setup, catalogue: Catalogue, part: PartId, spl = ORDINARY_SPL): Setup {
  const { sources } = setup.job;
  const voices = sources.filter((s) => s.from === undefined && s.sound === undefined).length;
  const id = freshId(
    sources.map((s) => s.id),
    `voice-${voices + 1}`,
  );
  const voice: Source = { id, name: `Voice ${voices + 1}`, splAt1m: spl };
  const hasAnother = (source: string) => setup.placements.some((p) => p.source === source && p.part !== part);
  return placedAt(
    {
      ...setup,
      job: withSources(setup.job, [...sources, voice]),
      placements: setup.placements.filter((p) => p.part !== part || !hasAnother(p.source)),
    },
    catalogue,
    part,
    id,
  );
}

/** Those who speak or play and are at no microphone; the last source of a job always stays. */
export const unheardVoices = ({ job, placements }: Setup): readonly Source[] =>
  job.sources.length < 2
    ? []
    : job.sources.filter((s) => s.from === undefined && !placements.some((p) => p.source === s.id));

/** The setup without a source that is at no microphone. */
export const leftOut = (setup: Setup, source: string): Setup => ({
  ...setup,
  job: withSources(
    setup.job,
    setup.job.sources.filter((s) => s.id !== source),
  ),
});

/** One more just like a part, its knobs and own figures included, joined to nothing: to be added. */
export function likeIt(setup: Setup, id: PartId): Part {
  const { name: _, outlet: _outlet, ...part } = partIn(setup, id);
  return part;
}
