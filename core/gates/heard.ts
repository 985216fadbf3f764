import type { Readings } from '../readings';
import { jointSentence, nameOf } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

/** Quieter than this over headphones is no use beside a live voice; est. */
const LEAST_SPL = 65;
const COMFORT_DB = 15;

/** Can whoever must hear something, hear it, on both ears and by the right hole? (Delay and echo come with later work.) */
export function heardGate(readings: Readings): Verdict {
  const { compiled, ears, app, playbackPart } = readings;
  const { hearing } = compiled.setup.job;
  if (hearing === 'nothing') {
    return verdict('heard', [
      {
        status: 'pass',
        value: 0,
        limit: 0,
        unit: 'listeners',
        room: 1,
        brief: 'nobody listens',
        sentence: 'Nobody has to hear anything while it runs.',
        lane: 'return',
      },
    ]);
  }
  const fail = (brief: string, sentence: string, more: Partial<Finding>): Finding => ({
    status: 'fail',
    value: 0,
    limit: LEAST_SPL,
    unit: 'dB SPL',
    room: -1,
    brief,
    sentence,
    lane: 'return',
    ...more,
  });
  const what = hearing === 'myself' ? 'yourself' : 'the far end';
  if (hearing === 'myself' && !app.monitors) {
    return verdict('heard', [
      fail(
        'app plays nothing',
        `The ${app.name} does not play what it records while it runs, so you cannot hear yourself through it.`,
        {
          part: compiled.device.part.id,
        },
      ),
    ]);
  }
  if (ears.length === 0) {
    return verdict('heard', [
      fail(
        'no headphones',
        `Nothing is there to hear ${what} with: plug headphones into the ${nameOf(compiled, playbackPart)}.`,
        {
          part: playbackPart,
        },
      ),
    ]);
  }
  return verdict(
    'heard',
    ears.map((ear) => {
      const quieter = Math.min(ear.leftSpl, ear.rightSpl);
      const louder = Math.max(ear.leftSpl, ear.rightSpl);
      const joint = compiled.joints.find(({ joint: j }) => [j.a.part, j.b.part].includes(ear.part))?.joint.id;
      const at = joint ? ` at ${jointSentence(compiled, joint)}` : '';
      const self = nameOf(compiled, ear.part);
      const from = nameOf(compiled, ear.from);
      return finding(
        {
          value: quieter,
          limit: LEAST_SPL,
          unit: 'dB SPL',
          room: (quieter - LEAST_SPL) / COMFORT_DB,
          brief: quieter > 0 ? `${quieter.toFixed(0)} dB, both ears` : louder > 0 ? 'one ear only' : 'silent',
          part: ear.part,
          joint,
          lane: 'return',
        },
        {
          good: `${self} let you hear ${what} from the ${from}.`,
          bad:
            louder > LEAST_SPL && quieter <= LEAST_SPL
              ? `${self} play on one ear only${at}.`
              : `${self} are silent: sound comes from the ${from}, and nothing of it reaches them${at}. Plug them where the ${from} plays.`,
        },
      );
    }),
  );
}
