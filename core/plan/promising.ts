import type { Assessment } from '../assess';
import type { Catalogue, Setup } from '../model';
import type { Chain, Link } from './search';

/** Gates whose failure lies in how two parts meet, whatever else the chain has. */
const OF_JOINTS: ReadonlySet<string> = new Set(['fit', 'wired', 'seen', 'safe']);
/** A meeting of two ports that failed so often and never worked is tried again only when nothing else is left. */
const ENOUGH_FAILURES = 2;
/** So many chains between the same microphone and converter are enough, until all others were tried. */
const ENOUGH_ALIKE = 8;

/** What was learned from the chains assessed so far: what is to come that looks poor, and is put off. */
export interface Promising {
  /** Of a whole chain, or of its beginning. */
  isPoor(links: readonly Link[], microphones: number): boolean;
  learn(chain: Chain, setup: Setup, assessment: Assessment): void;
}

/**
 * A memory of one search. It forbids nothing: what looks poor is only put off, so that the time goes to chains that differ.
 */
export function promising(catalogue: Catalogue): Promising {
  const meetings = new Map<string, { failed: number; worked: number }>();
  const alike = new Map<string, number>();
  const portsOf = (a: string, b: string) => [a, b].sort().join(' ');
  const isBad = (l: Link, next: Link): boolean => {
    const known = meetings.get(portsOf(`${l.classId}.${l.outPort}`, `${next.classId}.${next.inPort}`));
    return known !== undefined && known.worked === 0 && known.failed >= ENOUGH_FAILURES;
  };
  /** The microphone, how many of them, and what makes the sound into numbers; null for a beginning that has not got so far. */
  const endsOf = (links: readonly Link[], microphones: number): string | null => {
    const converter = links.find((l) => catalogue.parts.get(l.classId)!.inputs);
    return converter ? `${links[0].classId} ${microphones} ${converter.classId}` : null;
  };
  return {
    isPoor(links, microphones) {
      const ends = endsOf(links, microphones);
      if (ends !== null && (alike.get(ends) ?? 0) >= ENOUGH_ALIKE) return true;
      return links.some((l, i) => i + 1 < links.length && isBad(l, links[i + 1]));
    },
    learn({ links, microphones }, setup, { verdicts }) {
      const ends = endsOf(links, microphones) ?? '';
      alike.set(ends, (alike.get(ends) ?? 0) + 1);
      const failed = new Set(
        verdicts.filter((v) => v.status === 'fail' && OF_JOINTS.has(v.gate)).flatMap((v) => (v.joint ? [v.joint] : [])),
      );
      const classOf = (id: string) => setup.parts.find((p) => p.id === id)!.class;
      for (const { id, a, b } of setup.joints) {
        const key = portsOf(`${classOf(a.part)}.${a.port}`, `${classOf(b.part)}.${b.port}`);
        const known = meetings.get(key) ?? { failed: 0, worked: 0 };
        meetings.set(key, known);
        if (failed.has(id)) known.failed += 1;
        else if (failed.size === 0) known.worked += 1;
      }
    },
  };
}
