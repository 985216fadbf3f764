import type { Status } from '../../gates';
import type { TakeFigures } from '../reading';
import { BAND_SOURCE, db, hertz, LIMITS, pathOf } from './limits';
import { ofChannel } from './of-channel';
import type { TakeFinding, TakeReport } from './report';

const SEVERITY: Readonly<Record<Status, number>> = { fail: 0, caution: 1, 'not known': 2, pass: 3 };

/** What there is to say of a take, worst first. */
export function findingsOf(take: TakeFigures): readonly TakeFinding[] {
  const { channels, perChannel, sides } = take;
  const found: TakeFinding[] = take.problems.map((sentence) => ({
    ...finding(
      'file',
      'caution',
      sentence,
      'Keep the file as it is; copy the take anew from the card or app if you can.',
    ),
    source: 'what the header says against what is there',
  }));
  const alive = perChannel
    .map((c, i) => ({ c, i }))
    .filter(({ c }) => c.peakDbfs > LIMITS.quietPeakDbfs && c.activeDbfs !== null);
  if (alive.length === 0) {
    const peak = Math.max(...perChannel.map((c) => c.peakDbfs));
    found.push({
      ...finding(
        'nothing',
        'fail',
        Number.isFinite(peak)
          ? `Nothing but noise: the peaks reach ${db(peak)}FS.`
          : 'Digital silence from beginning to end.',
        'Look at the input list of the app, then at the connections from the device outwards.',
      ),
      value: Number.isFinite(peak) ? peak : null,
      limit: LIMITS.quietPeakDbfs,
      unit: 'dBFS',
      source: 'the Level gate; est',
      gates: ['wired', 'seen', 'level'],
    });
  } else if (sides) found.push(ofSides(sides));
  // Two sides that hold the same would say everything twice.
  const alike = channels === 2 && (sides?.sides === 'dual mono' || sides?.sides === 'opposite polarity');
  if (alike) found.push(...alive.slice(0, 1).flatMap(({ c }) => ofChannel(c, null, 1)));
  else for (const { c, i } of alive) found.push(...ofChannel(c, i, channels));
  if (alive.length > 0 && !found.some((f) => f.what === 'band')) found.push(...ofRate(take.rateHz));
  return found.sort((a, b) => SEVERITY[a.status] - SEVERITY[b.status]);
}

/** A file of few samples a second holds no more than they can. */
function ofRate(rateHz: number): readonly TakeFinding[] {
  const { status, path, next } = pathOf(rateHz / 2);
  if (status === 'pass') return [];
  const sentence = `The file holds ${rateHz} samples a second and nothing above ${hertz(rateHz / 2)}: ${path}.`;
  return [
    {
      ...finding('band', status, sentence, next),
      value: rateHz / 2,
      limit: LIMITS.widebandHz,
      unit: 'Hz',
      source: BAND_SOURCE,
      gates: ['seen', 'clean'],
    },
  ];
}

function finding(what: TakeFinding['what'], status: Status, sentence: string, next: string): TakeFinding {
  return {
    what,
    status,
    value: null,
    limit: null,
    unit: '',
    source: '',
    sentence,
    next,
    marks: [],
    channel: null,
    gates: [],
  };
}

function ofSides({ sides, balanceDb, delayS, monoLossDb }: NonNullable<TakeReport['sides']>): TakeFinding {
  const base = {
    value: balanceDb,
    unit: 'dB',
    gates: ['wired', 'heard'] as const,
    limit: 25,
    source: 'common practice',
  };
  const say = (status: Status, sentence: string, next: string): TakeFinding => ({
    ...finding('sides', status, sentence, next),
    ...base,
  });
  switch (sides) {
    case 'left only':
    case 'right only': {
      const dead = sides === 'left only' ? 'right' : 'left';
      return say(
        'caution',
        `One side only: the ${dead} is ${Number.isFinite(balanceDb) ? `${db(Math.abs(balanceDb))} under the other` : 'silent'}.`,
        `For a single microphone copy the good side to both. If the ${dead} should hold a voice, look at its connection.`,
      );
    }
    case 'opposite polarity':
      return say(
        'fail',
        `Left and right are of opposite polarity: added to mono ${Number.isFinite(monoLossDb) ? `${db(monoLossDb)} are lost` : 'nothing is left'}.`,
        'Turn the polarity of one side. Before the next take, look for a balanced output in a stereo input.',
      );
    case 'delayed':
      return say(
        'caution',
        `The right side comes ${(1000 * delayS!).toFixed(1)} ms ${delayS! > 0 ? 'later' : 'earlier'} than the left: in mono it sounds hollow.`,
        'Two microphones for one voice, or two ways of different delay: keep one of them.',
      );
    case 'dual mono':
      return say('pass', 'Both sides hold the same.', 'Fine for one voice. For a side each, look at the arrangement.');
    default:
      return say('pass', 'The sides differ as those of two microphones do.', '');
  }
}
