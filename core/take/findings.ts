import type { GateName, Status } from '../gates';
import type { Mark } from './marks';
import type { ChannelFigures, TakeFinding, TakeReport } from './report';

const SEVERITY: Readonly<Record<Status, number>> = { fail: 0, caution: 1, 'not known': 2, pass: 3 };
const NONE: readonly Mark[] = [];
/** The limits. Those of noise and hum are the ones that the Clean gate goes by. */
const LIMITS = {
  truePeakDbtp: -1,
  quietPeakDbfs: -50,
  lowPeakDbfs: -30,
  snrDbA: 30,
  overHumDb: 35,
  dc: 0.005,
  echoS: 0.05,
  telephoneHz: 4300,
  widebandHz: 8500,
  pumpingDbPerS: 3,
  pumpingDb: 3,
  mute: 0.03,
} as const;

const SIDE = ['left', 'right'];
const minus = (text: string): string => text.replace('-', '−');
const db = (x: number, digits = 0): string => minus(`${x.toFixed(digits)} dB`);

/** "the left side", "channel 3"; nothing of a mono take. */
export const channelName = (channel: number, of: number): string =>
  of === 1 ? '' : of === 2 ? `the ${SIDE[channel]} side` : `channel ${channel + 1}`;

/** What there is to say of a take, worst first. */
export function findingsOf(take: Omit<TakeReport, 'findings'>): readonly TakeFinding[] {
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
        'Look at the input list of the app, then at the joints from the device outwards.',
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
  return found.sort((a, b) => SEVERITY[a.status] - SEVERITY[b.status]);
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
    marks: NONE,
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
        `One side only: the ${dead} is ${db(Math.abs(balanceDb))} under the other.`,
        `For a single microphone copy the good side to both. If the ${dead} should hold a voice, look at its joint.`,
      );
    }
    case 'opposite polarity':
      return say(
        'fail',
        `The sides are upside down to each other: added to mono ${db(monoLossDb)} are lost.`,
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

/** @param channel null where it stands for all, which hold the same */
function ofChannel(c: ChannelFigures, channel: number | null, of: number): readonly TakeFinding[] {
  const where = channel === null ? '' : channelName(channel, of);
  const On = where === '' ? '' : `${where[0].toUpperCase()}${where.slice(1)}: `;
  const out: TakeFinding[] = [];
  const say = (
    what: TakeFinding['what'],
    status: Status,
    [value, limit, unit, source]: readonly [number | null, number | null, string, string],
    [sentence, next]: readonly [string, string],
    gates: readonly GateName[],
    marks: readonly Mark[] = NONE,
  ) => out.push({ what, status, value, limit, unit, source, sentence: On + sentence, next, marks, channel, gates });

  if (c.clips.count > 0) {
    say(
      'clipping',
      'fail',
      [c.clips.count, 0, 'times', 'three samples in a row at full scale; common practice'],
      [
        `clipped ${times(c.clips.count)} at full scale.`,
        'Turn down the last knob before the device, and speak the loudest words again.',
      ],
      ['level'],
      c.clips.marks,
    );
  }
  if (c.ceiling) {
    say(
      'flat tops',
      'fail',
      [c.ceiling.dbfs, null, 'dBFS', 'flat tops of one height; common practice'],
      [
        `the wave is cut off at ${db(c.ceiling.dbfs, 1)}FS, below full scale: it was clipped before it came here.`,
        'No knob at the device mends that: turn down at the stage before, the pack or the mixer.',
      ],
      ['level'],
      c.ceiling.marks,
    );
  }
  const peak = Math.max(c.truePeakDbtp, c.peakDbfs);
  if (c.clips.count === 0) {
    const status = peak > LIMITS.truePeakDbtp || peak < LIMITS.lowPeakDbfs ? 'caution' : 'pass';
    const words: readonly [string, string] =
      peak > LIMITS.truePeakDbtp
        ? [`the peaks reach ${db(peak, 1)}TP: no room is left.`, 'Turn down by 6 dB and more.']
        : peak < LIMITS.lowPeakDbfs
          ? [`the peaks reach only ${db(peak)}FS.`, 'Turn up the first knob after the microphone.']
          : [`peaks at ${db(peak, 1)}TP${peak < -3 ? ', with room to spare' : ''}.`, ''];
    say(
      'level',
      status,
      [
        peak,
        peak < LIMITS.lowPeakDbfs ? LIMITS.lowPeakDbfs : LIMITS.truePeakDbtp,
        'dBTP',
        'EBU R 128 for the top; est for the bottom',
      ],
      words,
      ['level'],
      [{ at: c.peakAt, lengthS: 0 }],
    );
  }
  if (c.snrDbA === null) {
    if (c.mute < 0.95) {
      say(
        'noise',
        'not known',
        [null, LIMITS.snrDbA, 'dB(A)', 'the Clean gate; est'],
        c.mute > 0
          ? [
              'the gaps are silent to the last bit: there is no noise left to measure.',
              'Record five seconds with nothing that closes in pauses.',
            ]
          : ['there is no gap to measure noise in.', 'Record five seconds of nobody speaking.'],
        ['clean'],
      );
    }
  } else {
    const status = c.snrDbA < LIMITS.snrDbA ? 'fail' : c.snrDbA < LIMITS.snrDbA + 5 ? 'caution' : 'pass';
    say(
      'noise',
      status,
      [c.snrDbA, LIMITS.snrDbA, 'dB(A)', 'the Clean gate; est'],
      [
        `the voice stands ${db(c.snrDbA)}(A) above the noise of the gaps (${db(c.noiseDbfs!)}FS).`,
        status === 'pass' ? '' : 'Bring the microphone closer, or take more gain before the hiss begins.',
      ],
      ['clean'],
    );
  }
  if (c.hum && c.activeDbfsA !== null) {
    const over = c.activeDbfsA - c.hum.dbfsA;
    const status = over < LIMITS.overHumDb ? 'fail' : over < LIMITS.overHumDb + 10 ? 'caution' : 'pass';
    say(
      'hum',
      status,
      [over, LIMITS.overHumDb, 'dB(A)', 'the Clean gate; est'],
      [
        `mains hum at ${c.hum.mainsHz.toFixed(1)} Hz and ${c.hum.harmonics.length} of its harmonics, ${db(c.hum.dbfs)}FS, the voice ${db(over)}(A) above it.`,
        status === 'pass'
          ? ''
          : 'Take the charger out or run both from one outlet strip; never lift the protective earth. A notch takes out what is recorded.',
      ],
      ['clean'],
    );
  }
  for (const w of c.whines.slice(0, 1)) {
    const over = (c.activeDbfs ?? 0) - w.dbfs;
    say(
      'whine',
      over < LIMITS.overHumDb ? 'caution' : 'pass',
      [over, LIMITS.overHumDb, 'dB', 'as hum; est'],
      [
        `a steady tone at ${hertz(w.hz)}, ${db(over)} under the voice.`,
        over < LIMITS.overHumDb ? 'Chargers, screens and hubs whine: take them out one after the other.' : '',
      ],
      ['clean'],
    );
  }
  // What is clipped on one side more than on the other has an offset too; that is mended with the clipping.
  if (Math.abs(c.dc) > LIMITS.dc && c.clips.count === 0 && !c.ceiling) {
    say(
      'offset',
      'caution',
      [100 * c.dc, 100 * LIMITS.dc, '%', 'common practice'],
      [
        `a steady offset of ${minus((100 * c.dc).toFixed(1))} % of full scale.`,
        'A high-pass at 40 Hz takes it out; look at the interface if it stays.',
      ],
      ['level'],
    );
  }
  if (c.dropouts.count > 0) {
    say(
      'dropouts',
      'fail',
      [c.dropouts.count, 0, 'times', 'sound that stops dead and goes on within two seconds'],
      [
        `the sound drops out ${times(c.dropouts.count)}.`,
        'Wireless: nearer, and in sight. USB: a shorter lead, no hub, other apps closed.',
      ],
      ['seen', 'powered'],
      c.dropouts.marks,
    );
  }
  if (c.clicks.count > 0) {
    say(
      'clicks',
      c.clicks.count > 20 ? 'fail' : 'caution',
      [c.clicks.count, 0, 'times', 'jumps that are over within two milliseconds; est'],
      [
        `${times(c.clicks.count)} a click.`,
        'A loose plug, a worn lead or a failing battery: move each joint while you listen.',
      ],
      ['wired', 'clean'],
      c.clicks.marks,
    );
  }
  if (c.echo) {
    const bad = c.echo.delayS > LIMITS.echoS && c.echo.depthDb > -15;
    say(
      'echo',
      bad ? 'fail' : 'caution',
      [1000 * c.echo.delayS, 1000 * LIMITS.echoS, 'ms', 'ITU-T G.131; from memory'],
      [
        `everything is heard again ${(1000 * c.echo.delayS).toFixed(0)} ms later, ${db(-c.echo.depthDb)} lower.`,
        'Mute the loudspeaker that is monitored, or take the return out of what is sent.',
      ],
      ['heard'],
    );
  }
  if (c.band?.edge) {
    const { upToHz } = c.band;
    const status = upToHz < LIMITS.telephoneHz ? 'fail' : upToHz < LIMITS.widebandHz ? 'caution' : 'pass';
    const path =
      upToHz < LIMITS.telephoneHz
        ? 'a telephone path, as a hands-free headset has'
        : upToHz < LIMITS.widebandHz
          ? 'a wideband call path'
          : 'a narrower path, or a file brought up from a lower rate';
    say(
      'band',
      status,
      [upToHz, LIMITS.widebandHz, 'Hz', 'ITU-T G.711 and G.722 pass 3.4 and 7 kHz; from memory'],
      [
        `nothing comes through above ${hertz(upToHz)}: ${path}.`,
        status === 'pass'
          ? ''
          : 'Use a lead or a wireless receiver in place of a hands-free link, and an app that records.',
      ],
      ['seen', 'clean'],
    );
  }
  if (c.pumping && c.pumping.riseDbPerS >= LIMITS.pumpingDbPerS && c.pumping.riseDb >= LIMITS.pumpingDb) {
    say(
      'pumping',
      'caution',
      [c.pumping.riseDbPerS, LIMITS.pumpingDbPerS, 'dB/s', 'est'],
      [
        `the noise comes up in every pause, ${c.pumping.riseDbPerS.toFixed(0)} dB a second: a gain that sets itself.`,
        'Switch the automatic gain of the app, the pack or the camera off.',
      ],
      ['level', 'seen'],
    );
  }
  if (c.mute > LIMITS.mute) {
    say(
      'gated',
      'caution',
      [100 * c.mute, 100 * LIMITS.mute, '%', 'est'],
      [
        `${(100 * c.mute).toFixed(0)} % of it is digital silence: something closes between the words, or nothing arrived.`,
        'Switch noise processing of the app off.',
      ],
      ['seen'],
    );
  }
  return out;
}

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);
const hertz = (hz: number): string => (hz < 1000 ? `${hz.toFixed(0)} Hz` : `${(hz / 1000).toFixed(1)} kHz`);
