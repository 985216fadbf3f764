import { itemAt } from '../../algorithms';
import type { Assessment } from '../../assess';
import type { Finding } from '../../gates';
import { type Catalogue, classIn, partIn, type Setup } from '../../model';
import type { Readings } from '../../readings';
import { newTrackRecord } from '../tuning';
import type { Chain, Link } from './chain';
import { hasEars } from './needs';
import { portKinds } from './port-kind';
import { isWire } from './wire';

/** Gates whose failure lies in how two parts meet, whatever else the chain has. */
const OF_JOINTS: ReadonlySet<string> = new Set(['fit', 'wired', 'seen', 'safe']);
/** Gates whose failure lies in what the pieces do, whatever wire is between them. */
const OF_PIECES: ReadonlySet<string> = new Set(['level', 'clean', 'powered']);
/** So many chains through the same places for ears, none of which could be heard by. */
const ENOUGH_DEAF = 6;
/** So many chains between the same microphone and converter are enough, until all others were tried. */
const ENOUGH_ALIKE = 8;
/** The same of what comes by wire, where none of them worked: each pad and transformer may be the one that is needed. */
const ENOUGH_BY_WIRE = 30;

/** What was learned from the chains assessed so far: what is to come that looks poor, and is put off. */
export interface Deferral {
  /** Of a whole chain, or of its beginning. */
  isPoor(links: readonly Link[], microphones: number): boolean;
  learn(chain: Chain, setup: Setup, assessment: Assessment): void;
}

/**
 * A memory of one search. It forbids nothing: what looks poor is only put off, so that the time goes to chains that differ.
 */
export function newDeferral(catalogue: Catalogue): Deferral {
  const meetings = newTrackRecord();
  const pieces = newTrackRecord();
  const listening = newTrackRecord(ENOUGH_DEAF);
  const loads = newTrackRecord();
  const ofEnds = newTrackRecord(ENOUGH_BY_WIRE);
  const known = new Set<string>();
  const tooHot = new Set<string>();
  const alike = new Map<string, number>();
  const portsOf = (a: string, b: string) => [a, b].sort().join(' ');
  const classOf = (l: Link) => classIn(catalogue, l.classId);
  /** What does something to the signal, in its order. */
  const doing = (links: readonly Link[], microphones: number): string => beginnings(links, microphones).at(-1)!;
  /** The same of the first link, of the first two, and so on. */
  const beginnings = (links: readonly Link[], microphones: number): readonly string[] => {
    let prefix = `${microphones}`;
    return links.map((l) => {
      if (!isWire(classOf(l))) prefix += ` ${l.inPort}>${l.classId}>${l.outPort}`;
      for (const g of l.secondaries) prefix += ` ${doing(g.links, 1)}${g.port}`;
      return prefix;
    });
  };
  /** The pieces and the kinds of their ports: what is plugged into a second port of a kind was tried with the first. */
  const placesOf = (links: readonly Link[], microphones: number): string =>
    `${microphones} ${links
      .map((l) => {
        const beside = l.secondaries.map((g) => `${g.port} ${placesOf(g.links, 1)}`);
        const kinds = portKinds(classOf(l));
        return [kinds.get(l.inPort ?? ''), l.classId, kinds.get(l.outPort ?? ''), ...beside].join();
      })
      .join(' > ')}`;
  /** What it comes from, and the first that it meets but wire: that sets what the source is loaded by. */
  const loadOf = (links: readonly Link[]): string | null => {
    const met = links.slice(1).find((l) => !isWire(classOf(l)));
    return met ? `${itemAt(links, 0).classId} ${met.inPort}>${met.classId}` : null;
  };
  /** By which someone could hear. */
  const ears = (links: readonly Link[]): string =>
    links
      .filter((l) => hasEars(classOf(l)))
      .map((l) => l.classId)
      .join();
  /** The microphone, how many of them, and what makes the sound into numbers; null for a beginning that has not got so far. */
  const endsOf = (links: readonly Link[], microphones: number): string | null => {
    const converter = links.find((l) => classOf(l).inputs);
    return converter ? `${itemAt(links, 0).classId} ${microphones} ${converter.classId}` : null;
  };
  const comesByWire = (links: readonly Link[]): boolean => classOf(itemAt(links, 0)).kind === 'source';
  /** Of what comes by wire the same pieces are alike; and so are, where nothing works, the same ends. */
  const isEnough = (links: readonly Link[], microphones: number): boolean => {
    const ends = endsOf(links, microphones);
    if (ends === null) return false;
    const byWire = comesByWire(links);
    if (byWire && ofEnds.isBad(ends)) return true;
    return (alike.get(byWire ? doing(links, microphones) : ends) ?? 0) >= ENOUGH_ALIKE;
  };
  return {
    isPoor(links, microphones) {
      if (isEnough(links, microphones)) return true;
      const load = loadOf(links);
      if (load !== null && loads.isBad(load)) return true;
      const isWhole = links.at(-1)?.outPort === null;
      if (isWhole && known.has(placesOf(links, microphones))) return true;
      if (beginnings(links, microphones).some((b) => tooHot.has(b))) return true;
      if (isWhole && (pieces.isBad(doing(links, microphones)) || listening.isBad(ears(links)))) return true;
      return links.some(
        (l, i) =>
          i + 1 < links.length &&
          meetings.isBad(
            portsOf(`${l.classId}.${l.outPort}`, `${itemAt(links, i + 1).classId}.${itemAt(links, i + 1).inPort}`),
          ),
      );
    },
    learn({ links, microphones }, setup, { verdicts, readings }) {
      known.add(placesOf(links, microphones));
      const hot = tooHotAt(links, setup, readings);
      if (hot >= 0) tooHot.add(itemAt(beginnings(links, microphones), hot));
      const ends = endsOf(links, microphones) ?? '';
      const same = comesByWire(links) ? doing(links, microphones) : ends;
      alike.set(same, (alike.get(same) ?? 0) + 1);
      const failing = verdicts.filter((v) => v.status === 'fail');
      ofEnds.keep(ends, failing.length === 0);
      // What is wired wrong says nothing of the pieces: they may never have been asked.
      if (!failing.some((v) => OF_JOINTS.has(v.gate))) {
        pieces.keep(doing(links, microphones), !failing.some((v) => OF_PIECES.has(v.gate)));
        listening.keep(ears(links), !failing.some((v) => v.gate === 'heard'));
        const isThin = (f: Finding) => f.status === 'fail' && f.topic.startsWith('band');
        loads.keep(loadOf(links) ?? '', !failing.some((v) => v.gate === 'clean' && v.findings.some(isThin)));
      }
      const failed = new Set(failing.filter((v) => OF_JOINTS.has(v.gate)).flatMap((v) => (v.joint ? [v.joint] : [])));
      const isStarved = failing.some((v) => v.gate === 'powered');
      const classNamed = (id: string) => partIn(setup, id).class;
      // What a device senses of what comes by wire lies in all that leads there, not in the last plug.
      const isSensed = comesByWire(links) && failing.every((v) => v.gate !== 'wired' && v.gate !== 'fit');
      for (const { id, a, b } of setup.joints) {
        const key = portsOf(`${classNamed(a.part)}.${a.port}`, `${classNamed(b.part)}.${b.port}`);
        // What gets no current fails wherever it is plugged: the connection is not to blame.
        if (failed.has(id) && !isStarved && !isSensed) meetings.keep(key, false);
        else if (failed.size === 0) meetings.keep(key, true);
      }
    },
  };
}

/** The first link that clips however far it and all before it are turned down: so will all that begins alike. Else -1. */
function tooHotAt(links: readonly Link[], setup: Setup, { compiled, ledger }: Readings): number {
  let down = 0;
  return links.findIndex(({ classId }) => {
    const parts = setup.parts.filter((p) => p.class === classId);
    const { knobs = [] } = classIn(compiled.catalogue, classId);
    for (const knob of knobs.filter((k) => k.unit === 'dB'))
      down += Math.max(...parts.map((p) => (p.knobs?.[knob.id] ?? knob.start) - knob.min));
    return ledger.some((e) => e.feeds && e.spareDb + down < 0 && parts.some((p) => p.id === e.part));
  });
}
