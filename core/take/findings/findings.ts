import { capital, sayTake, type TakeMessage, takeMessage } from '../../format';
import type { Status } from '../../gates';
import type { ChannelFigures, TakeFigures } from '../reading';
import { BAND_SOURCE, channelName, LIMITS, pathOf } from './limits';
import type { TakeFinding } from './report';
import type { Found } from './rule';
import { type Kind, RULES } from './rules';

const SEVERITY: Readonly<Record<Status, number>> = { fail: 0, caution: 1, 'not known': 2, pass: 3 };

/** What there is to say of a take, worst first. */
export function findingsOf(take: TakeFigures): readonly TakeFinding[] {
  const { channels, perChannel, sides } = take;
  const found: TakeFinding[] = take.problems.map((problem) =>
    told('file', null, {
      ...PLAIN,
      status: 'caution',
      source: 'what the header says against what is there',
      says: takeMessage('file.problem', { problem }),
      next: takeMessage('file.step', {}),
    }),
  );
  const alive = perChannel
    .map((c, i) => ({ c, i }))
    .filter(({ c }) => c.peakDbfs > LIMITS.quietPeakDbfs && c.activeDbfs !== null);
  if (alive.length === 0) found.push(nothing(Math.max(...perChannel.map((c) => c.peakDbfs))));
  else if (channels > 2) found.push(...ofMany(take, new Set(alive.map(({ i }) => i))));
  else if (sides) found.push(ofSides(sides));
  if (alive.length > 0 && take.seconds < LIMITS.shortS)
    found.push(
      told('short', null, {
        status: 'not known',
        value: take.seconds,
        limit: LIMITS.shortS,
        unit: 's',
        source: 'three stretches of two seconds, so that what is steady is told from a voice; est',
        says: takeMessage('short.found', { seconds: take.seconds }),
        next: takeMessage('short.step', { least: LIMITS.shortS }),
      }),
    );
  // Two sides that hold the same would say everything twice.
  const alike = channels === 2 && (sides?.sides === 'dual mono' || sides?.sides === 'opposite polarity');
  if (alike) found.push(...alive.slice(0, 1).flatMap(({ c }) => ofChannel(c, null, 1)));
  else for (const { c, i } of alive) found.push(...ofChannel(c, i, channels));
  if (alive.length > 0 && !found.some((f) => f.what === 'band')) found.push(...ofRate(take.rateHz));
  return found.sort((a, b) => SEVERITY[a.status] - SEVERITY[b.status]);
}

const PLAIN = { value: null, limit: null, unit: '', source: '' } as const;

const told = (what: Kind, channel: number | null, { says, next, marks = [], ...found }: Found): TakeFinding => ({
  what,
  ...found,
  ...sayTake(says),
  next: next ? sayTake(next).sentence : '',
  marks,
  channel,
  gates: RULES[what].gates,
});

/** @param channel null where it stands for all, which hold the same */
const ofChannel = (c: ChannelFigures, channel: number | null, of: number): readonly TakeFinding[] => {
  const name = channel === null ? '' : channelName(channel, of);
  const prefix = name === '' ? '' : `${capital(name)}: `;
  return (Object.keys(RULES) as Kind[]).flatMap((what) => {
    const found = RULES[what].of?.(c, prefix);
    return found ? [told(what, channel, found)] : [];
  });
};

function nothing(peak: number): TakeFinding {
  const isSilent = !Number.isFinite(peak);
  return told('nothing', null, {
    status: 'fail',
    value: isSilent ? null : peak,
    limit: LIMITS.quietPeakDbfs,
    unit: 'dBFS',
    source: 'the Level gate; est',
    says: isSilent ? takeMessage('nothing.silence', {}) : takeMessage('nothing.noise', { peak }),
    next: takeMessage('nothing.step', {}),
  });
}

/** A file of few samples a second holds no more than they can. */
function ofRate(rateHz: number): readonly TakeFinding[] {
  const { status, path, next } = pathOf(rateHz / 2);
  if (status === 'pass') return [];
  return [
    told('band', null, {
      status,
      value: rateHz / 2,
      limit: LIMITS.widebandHz,
      unit: 'Hz',
      source: BAND_SOURCE,
      says: takeMessage('band.rate', { rate: rateHz, edge: rateHz / 2, path }),
      next,
    }),
  ];
}

/** Of more channels than two: those that hold nothing of their own. */
function ofMany(
  { channels, perChannel, pairs, sides }: TakeFigures,
  alive: ReadonlySet<number>,
): readonly TakeFinding[] {
  const loudest = Math.max(...perChannel.map((c) => c.rmsDbfs));
  const say = (channel: number | null, under: number | null, says: TakeMessage, next: TakeMessage, status: Status) =>
    told('channels', channel, {
      status,
      value: under,
      unit: under === null ? '' : 'dB',
      limit: under === null ? null : LIMITS.oneSidedDb,
      source: 'common practice',
      says,
      next,
    });
  const alone = perChannel.flatMap(({ rmsDbfs }, i) => {
    const channel = `${capital(channelName(i, channels))}: `;
    const under = loudest - rmsDbfs;
    const step = takeMessage('channels.step', {});
    if (!Number.isFinite(rmsDbfs)) return [say(i, null, takeMessage('channels.silent', { channel }), step, 'caution')];
    if (!alive.has(i)) return [say(i, under, takeMessage('channels.noise', { channel, under }), step, 'caution')];
    if (under < LIMITS.oneSidedDb) return [];
    return [say(i, under, takeMessage('channels.quiet', { channel, under }), step, 'caution')];
  });
  const together = pairs
    .filter(({ one, other }) => alive.has(one) && alive.has(other))
    .map(({ one, other, as }) => {
      const named = { one: one + 1, other: other + 1 };
      return as === 'the same'
        ? say(null, null, takeMessage('channels.same', named), takeMessage('channels.same-step', {}), 'pass')
        : say(null, null, takeMessage('channels.reversed', named), takeMessage('channels.reversed-step', {}), 'fail');
    });
  const isApart = sides && alive.has(0) && alive.has(1) && ['stereo', 'delayed'].includes(sides.sides);
  return [...alone, ...together, ...(isApart ? [ofSides(sides)] : [])];
}

function ofSides({ sides, balanceDb, delayS, monoLossDb }: NonNullable<TakeFigures['sides']>): TakeFinding {
  const say = (status: Status, says: TakeMessage, next?: TakeMessage): TakeFinding =>
    told('sides', null, {
      status,
      value: balanceDb,
      unit: 'dB',
      limit: LIMITS.oneSidedDb,
      source: 'common practice',
      says,
      next,
    });
  switch (sides) {
    case 'left only':
    case 'right only': {
      const dead = sides === 'left only' ? 'right' : 'left';
      const says = Number.isFinite(balanceDb)
        ? takeMessage('sides.one', { dead, under: Math.abs(balanceDb) })
        : takeMessage('sides.one-silent', { dead });
      return say('caution', says, takeMessage('sides.one-step', { dead }));
    }
    case 'opposite polarity': {
      const says = Number.isFinite(monoLossDb)
        ? takeMessage('sides.reversed', { loss: monoLossDb })
        : takeMessage('sides.reversed-all', {});
      return say('fail', says, takeMessage('sides.reversed-step', {}));
    }
    case 'delayed': {
      const when = delayS! > 0 ? 'later' : 'earlier';
      return say(
        'caution',
        takeMessage('sides.delayed', { late: Math.abs(1000 * delayS!), when }),
        takeMessage('sides.delayed-step', {}),
      );
    }
    case 'dual mono':
      return say('pass', takeMessage('sides.same', {}), takeMessage('sides.same-step', {}));
    default:
      return say('pass', takeMessage('sides.apart', {}));
  }
}
