import { diagnosisText, suspectText } from '../../format';
import { type Catalogue, classOfPart, type PartId, partName, type Setup } from '../../model';
import { MISREPORT } from '../notices';
import { className, knobPlace, plugIn } from '../say';
import { plugAt, type Suspect } from '../suspects';
import { careAt, type Find, firstWord, PLAIN, type Probe, type ProbeAnswer, type Tells } from './probe';

/** Seconds; est. */
const LOOK_S = { plug: 5, knob: 4, piece: 15, battery: 4, wiggle: 10 } as const;
/** In a round one goes quickly. */
const PLUG_EACH_S = 3;
/** How often a look finds what is there; est. A millimetre or two are easily overlooked. */
const FINDS = {
  seat: 0.75,
  unplug: 0.97,
  move: 0.93,
  exchange: 0.85,
  turn: 0.85,
  knob: 0.93,
  replace: 0.8,
  charge: 0.9,
  inside: 0.6,
} as const;

const lookAt = (
  id: string,
  question: string,
  seconds: number,
  finds: ReadonlyMap<string, Find>,
  more: Partial<Probe>,
  none: 'yes' | 'no' = 'yes',
): Probe => ({
  ...PLAIN,
  id,
  question,
  seconds,
  ...more,
  tells: { by: 'look', finds, none },
});

/** What of the suspects shows at a plug: half out, out, in another socket, the cable turned. */
const atPlug = (
  setup: Setup,
  catalogue: Catalogue,
  suspects: readonly Suspect[],
  { id: joint, a, b }: Setup['joints'][number],
): readonly Suspect[] => {
  // By radio nothing is plugged.
  const isRadio = classOfPart(setup, catalogue, a.part).ports.find((p) => p.id === a.port)?.carries === 'radio';
  return suspects.filter((s) => {
    if (isRadio) return false;
    const { change } = s.faults[0]!;
    if (s.joint === joint && ['seat', 'unplug', 'move'].includes(firstWord(s.key))) return true;
    if (change.do === 'exchange') return change.ends.some((e) => e.joint === joint);
    return change.do === 'turn' && [a.part, b.part].includes(change.part);
  });
};

const findsOf = (suspects: readonly Suspect[], answer: string): ReadonlyMap<string, Find> =>
  new Map(suspects.map((s) => [s.key, { chance: FINDS[firstWord(s.key) as keyof typeof FINDS], answer }]));

/** What can be looked at. */
export function looks(setup: Setup, catalogue: Catalogue, suspects: readonly Suspect[]): readonly Probe[] {
  const atJoints = setup.joints.flatMap((j): readonly Probe[] => {
    const joint = j.id;
    const here = atPlug(setup, catalogue, suspects, j);
    if (here.length === 0) return [];
    const at = { joint, part: plugAt(setup, catalogue, joint) };
    const words = plugIn(setup, catalogue, joint);
    const plug = lookAt(`look plug ${joint}`, diagnosisText('look.plug', words), LOOK_S.plug, findsOf(here, 'no'), at);
    const inside = suspects.filter((s) => s.key === `inside ${joint}`);
    if (inside.length === 0) return [plug];
    const care = careAt(setup, catalogue);
    const wiggle = diagnosisText('look.wiggle', words);
    return [plug, lookAt(`look wiggle ${joint}`, wiggle, LOOK_S.wiggle, findsOf(inside, 'yes'), { ...at, care }, 'no')];
  });
  const atParts = suspects.flatMap((s): readonly Probe[] => {
    const { change } = s.faults[0]!;
    const at = (part: PartId) => [findsOf([s], 'no'), { part }] as const;
    if (change.do === 'knob') {
      const words = diagnosisText('look.knob', knobPlace(setup, catalogue, change.part, change.knob));
      return [lookAt(`look ${s.key}`, words, LOOK_S.knob, ...at(change.part))];
    }
    if (change.do === 'charge') {
      const words = diagnosisText('look.battery', { part: partName(setup, catalogue, change.part) });
      return [lookAt(`look ${s.key}`, words, LOOK_S.battery, ...at(change.part))];
    }
    if (change.do === 'replace') {
      const piece = { part: partName(setup, catalogue, change.part), class: className(setup, catalogue, change.part) };
      return [lookAt(`look ${s.key}`, diagnosisText('look.piece', piece), LOOK_S.piece, ...at(change.part))];
    }
    return [];
  });
  return [...rounds(setup, catalogue, suspects), ...atJoints, ...atParts];
}

/** All plugs one after the other, all knobs of a part, all batteries: the answer is the first that is not as drawn. */
function rounds(setup: Setup, catalogue: Catalogue, suspects: readonly Suspect[]): readonly Probe[] {
  const round = (
    id: string,
    question: string,
    each: readonly { readonly answer: ProbeAnswer; readonly of: readonly Suspect[] }[],
    secondsEach: number,
    more: Partial<Probe>,
  ): readonly Probe[] => {
    const some = each.filter((e) => e.of.length > 0);
    if (some.length < 2) return [];
    const finds = new Map<string, Find>();
    for (const e of some) for (const [key, f] of findsOf(e.of, e.answer.value)) if (!finds.has(key)) finds.set(key, f);
    const answers = [{ value: 'yes', label: suspectText('round.all', {}) }, ...some.map((e) => e.answer)];
    return [lookAt(id, question, secondsEach * some.length, finds, { ...more, answers })];
  };
  const plugs = setup.joints.map((j, i) => ({
    answer: {
      value: j.id,
      label: suspectText('round.plug', { joint: i + 1, part: plugIn(setup, catalogue, j.id).part }),
    },
    of: atPlug(setup, catalogue, suspects, j),
  }));
  const byKnob = (part: PartId) =>
    suspects
      .filter((s) => s.part === part && firstWord(s.key) === 'knob')
      .map((s) => {
        const id = s.key.split(' ')[2]!;
        const { knob, position } = knobPlace(setup, catalogue, part, id);
        return { answer: { value: id, label: suspectText('round.knob', { knob, position }) }, of: [s] };
      });
  const batteries = suspects
    .filter((s) => firstWord(s.key) === 'charge')
    .map((s) => ({ answer: { value: s.part!, label: partName(setup, catalogue, s.part!) }, of: [s] }));
  return [
    ...round('round plugs', diagnosisText('round.plugs', {}), plugs, PLUG_EACH_S, {}),
    ...setup.parts.flatMap(({ id: part }) =>
      round(
        `round knobs ${part}`,
        diagnosisText('round.knobs', { part: partName(setup, catalogue, part) }),
        byKnob(part),
        LOOK_S.knob,
        { part },
      ),
    ),
    ...round('round batteries', diagnosisText('round.batteries', {}), batteries, LOOK_S.battery, {}),
  ];
}

/** How likely each answer to a look is where these are so: a person overlooks, and mistakes. */
export function lookChances(
  probe: Probe,
  { finds, none }: Extract<Tells, { by: 'look' }>,
  so: readonly string[],
): readonly number[] {
  const found = new Map<string, number>();
  let missed = 1;
  for (const key of so) {
    const find = finds.get(key);
    if (!find) continue;
    found.set(find.answer, (found.get(find.answer) ?? 0) + missed * find.chance);
    missed *= 1 - find.chance;
  }
  found.set(none, missed);
  const slack = MISREPORT / probe.answers.length;
  return probe.answers.map((a) => slack + (1 - MISREPORT) * (found.get(a.value) ?? 0));
}
