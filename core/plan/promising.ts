import type { Assessment } from '../assess';
import type { Catalogue, Setup } from '../model';
import type { Chain, Link } from './chain';
import { isWire } from './straight';

/** Gates whose failure lies in how two parts meet, whatever else the chain has. */
const OF_JOINTS: ReadonlySet<string> = new Set(['fit', 'wired', 'seen', 'safe']);
/** Gates whose failure lies in what the pieces do, whatever wire is between them. */
const OF_PIECES: ReadonlySet<string> = new Set(['level', 'clean', 'powered']);
/** What failed so often and never worked is tried again only when nothing else is left. */
const ENOUGH_FAILURES = 2;
/** So many chains between the same microphone and converter are enough, until all others were tried. */
const ENOUGH_ALIKE = 8;

/** What was learned from the chains assessed so far: what is to come that looks poor, and is put off. */
export interface Promising {
  /** Of a whole chain, or of its beginning. */
  isPoor(links: readonly Link[], microphones: number): boolean;
  learn(chain: Chain, setup: Setup, assessment: Assessment): void;
}

interface Record {
  failed: number;
  worked: number;
}

/**
 * A memory of one search. It forbids nothing: what looks poor is only put off, so that the time goes to chains that differ.
 */
export function promising(catalogue: Catalogue): Promising {
  const meetings = new Map<string, Record>();
  const pieces = new Map<string, Record>();
  const alike = new Map<string, number>();
  const isBad = (known: Record | undefined): boolean =>
    known !== undefined && known.worked === 0 && known.failed >= ENOUGH_FAILURES;
  const keep = (memory: Map<string, Record>, key: string, worked: boolean) => {
    const known = memory.get(key) ?? { failed: 0, worked: 0 };
    memory.set(key, known);
    known[worked ? 'worked' : 'failed'] += 1;
  };
  const portsOf = (a: string, b: string) => [a, b].sort().join(' ');
  const classOf = (l: Link) => catalogue.parts.get(l.classId)!;
  /** What does something to the signal, in its order. */
  const doing = (links: readonly Link[], microphones: number): string =>
    [
      microphones,
      ...links
        .filter((l) => !isWire(classOf(l)))
        .map((l) => `${l.inPort}>${l.classId}>${l.outPort} ${l.guests.map((g) => doing(g.links, 1) + g.port).join()}`),
    ].join(' ');
  /** The microphone, how many of them, and what makes the sound into numbers; null for a beginning that has not got so far. */
  const endsOf = (links: readonly Link[], microphones: number): string | null => {
    const converter = links.find((l) => classOf(l).inputs);
    if (!converter) return null;
    return classOf(links[0]).kind === 'source'
      ? doing(links, microphones)
      : `${links[0].classId} ${microphones} ${converter.classId}`;
  };
  return {
    isPoor(links, microphones) {
      const ends = endsOf(links, microphones);
      if (ends !== null && (alike.get(ends) ?? 0) >= ENOUGH_ALIKE) return true;
      if (links.at(-1)?.outPort === null && isBad(pieces.get(doing(links, microphones)))) return true;
      return links.some(
        (l, i) =>
          i + 1 < links.length &&
          isBad(meetings.get(portsOf(`${l.classId}.${l.outPort}`, `${links[i + 1].classId}.${links[i + 1].inPort}`))),
      );
    },
    learn({ links, microphones }, setup, { verdicts }) {
      const ends = endsOf(links, microphones) ?? '';
      alike.set(ends, (alike.get(ends) ?? 0) + 1);
      const failing = verdicts.filter((v) => v.status === 'fail');
      // What is wired wrong says nothing of the pieces: they may never have been asked.
      if (!failing.some((v) => OF_JOINTS.has(v.gate))) {
        keep(pieces, doing(links, microphones), !failing.some((v) => OF_PIECES.has(v.gate)));
      }
      const failed = new Set(failing.filter((v) => OF_JOINTS.has(v.gate)).flatMap((v) => (v.joint ? [v.joint] : [])));
      const classNamed = (id: string) => setup.parts.find((p) => p.id === id)!.class;
      for (const { id, a, b } of setup.joints) {
        const key = portsOf(`${classNamed(a.part)}.${a.port}`, `${classNamed(b.part)}.${b.port}`);
        if (failed.has(id)) keep(meetings, key, false);
        else if (failed.size === 0) keep(meetings, key, true);
      }
    },
  };
}
