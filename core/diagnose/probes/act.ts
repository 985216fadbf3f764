import { bypasses, type Change, type Fault, removals, say } from '../../change';
import { diagnosisText, suspectText } from '../../format';
import type { Mend } from '../../mend';
import { type Catalogue, classIn, type Drawer, looseParts, partName, type Setup } from '../../model';
import { className, sayCure } from '../say';
import type { Signs } from '../signs';
import { plugAt, type Suspect } from '../suspects';
import { careAt, firstWord, PLAIN, type Probe, YES_NO } from './probe';

/** Seconds; est. */
const PUSH_S = 3;
const AGAIN_S = 9;
const SWAP_S = 40;
const TRY_S = 20;
/** Seconds of an act that puts one suspect right, by what it is. */
const CURE_S: Readonly<Record<string, number>> = {
  seat: 6,
  unplug: 10,
  move: 14,
  exchange: 20,
  turn: 25,
  knob: 5,
  session: 12,
  choose: 6,
  outlet: 20,
  charge: 40,
};

const cure = (
  id: string,
  what: string,
  question: string,
  seconds: number,
  cured: Iterable<string>,
  at: Partial<Probe>,
): Probe => ({
  ...PLAIN,
  id,
  question,
  seconds,
  ...at,
  tells: { by: 'cure', cures: new Set(cured), what },
});

/** Each suspect that a hand can put right with nothing more than is there. */
export function cures(setup: Setup, catalogue: Catalogue, suspects: readonly Suspect[]): readonly Probe[] {
  return suspects.flatMap((s): readonly Probe[] => {
    const first = firstWord(s.key);
    if (first === 'inside' || first === 'replace') return [];
    const act = sayCure(setup, catalogue, s);
    const care =
      s.joint !== null && first !== 'knob'
        ? careAt(setup, catalogue)
        : first === 'outlet'
          ? [diagnosisText('care.mains', {})]
          : [];
    const at = { joint: s.joint, part: s.part, care };
    return [
      cure(
        `do ${s.key}`,
        suspectText('do.one', { act }),
        diagnosisText('act.one', { act }),
        CURE_S[first] ?? 15,
        [s.key],
        at,
      ),
    ];
  });
}

/** What puts several right at once: plugs pushed home, everything plugged anew. */
export function wholesale(setup: Setup, catalogue: Catalogue, suspects: readonly Suspect[]): readonly Probe[] {
  const of = (...words: string[]) => suspects.filter((s) => words.includes(firstWord(s.key))).map((s) => s.key);
  const late = suspects.filter((s) => s.key === 'session openedAfter' || s.key === 'session answer').map((s) => s.key);
  const n = setup.joints.length;
  if (n < 2) return [];
  const care = careAt(setup, catalogue);
  return [
    cure('push', suspectText('do.push', {}), diagnosisText('act.push', {}), PUSH_S * n, of('seat'), { care }),
    cure(
      'again',
      suspectText('do.again', {}),
      diagnosisText('act.again', {}),
      AGAIN_S * n + 10,
      [...of('seat', 'unplug', 'move', 'exchange', 'turn'), ...late],
      { care },
    ),
  ];
}

/** Pieces of which another of the same kind is owned and not in the setup. */
export function swaps(
  setup: Setup,
  catalogue: Catalogue,
  drawer: Drawer | null,
  suspects: readonly Suspect[],
): readonly Probe[] {
  const owned = drawer?.parts ?? [];
  const loose = looseParts(setup, catalogue);
  return setup.parts.flatMap((part): readonly Probe[] => {
    if (loose.has(part.id) || classIn(catalogue, part.class).host) return [];
    const used = setup.parts.filter((p) => p.class === part.class && !loose.has(p.id)).length;
    if (owned.filter((p) => p.class === part.class).length <= used) return [];
    const mine = setup.joints.filter((j) => [j.a.part, j.b.part].includes(part.id)).map((j) => j.id);
    const plugs = mine.filter((j) => plugAt(setup, catalogue, j) === part.id);
    const cured = suspects.filter(
      (s) =>
        (s.key.startsWith('inside ') && plugs.includes(s.joint!)) ||
        (['seat', 'unplug', 'move'].includes(firstWord(s.key)) && mine.includes(s.joint!)) ||
        (['replace', 'charge', 'turn'].includes(firstWord(s.key)) && s.part === part.id),
    );
    if (cured.length === 0) return [];
    const words = { class: className(setup, catalogue, part.id), part: partName(setup, catalogue, part.id) };
    const at = { part: part.id, joint: plugs[0] ?? null, care: careAt(setup, catalogue) };
    return [
      cure(
        `swap ${part.id}`,
        suspectText('do.swap', words),
        diagnosisText('act.swap', words),
        SWAP_S,
        cured.map((s) => s.key),
        at,
      ),
    ];
  });
}

/** Something is left out for a while: a charger, an adapter between two that go together without it. */
export function tries(setup: Setup, catalogue: Catalogue): readonly Probe[] {
  const changes = [...removals(setup, catalogue), ...bypasses(setup, catalogue)];
  return changes.flatMap((change): readonly Probe[] => {
    if (change.do !== 'remove' && change.do !== 'bypass') return [];
    return [
      {
        id: `try ${change.do} ${change.part}`,
        question: diagnosisText('act.without', { act: say(setup, catalogue, change) }),
        answers: YES_NO,
        seconds: TRY_S,
        joint: null,
        part: change.part,
        care: [...careAt(setup, catalogue), diagnosisText('care.undo', {})],
        tells: { by: 'try', change },
      },
    ];
  });
}

/** A fix of the setup as it is drawn, to be carried out. */
export const fixProbe = (
  { setup, label, effortS }: Pick<Mend, 'setup' | 'label' | 'effortS'>,
  after: Signs,
): Probe => ({
  id: 'fix',
  question: diagnosisText('act.one', { act: label }),
  answers: YES_NO,
  seconds: effortS,
  joint: null,
  part: null,
  care: [],
  tells: { by: 'mend', setup, after, what: label },
});

/** A change for a while, as a fault of its own kind for the bench. */
export const asFault = (change: Change): Fault => ({ kind: 'another part', change });
