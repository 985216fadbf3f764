import type { GateName, Status } from '../../gates';
import type { Mark } from '../meters';
import type { ChannelFigures } from '../reading';
import { BAND_SOURCE, channelName, db, hertz, LIMITS, minus, pathOf, times } from './limits';
import type { TakeFinding } from './report';

/**
 * What there is to say of one channel.
 * @param channel null where it stands for all, which hold the same
 */
export function ofChannel(c: ChannelFigures, channel: number | null, of: number): readonly TakeFinding[] {
  const where = channel === null ? '' : channelName(channel, of);
  const On = where === '' ? '' : `${where[0].toUpperCase()}${where.slice(1)}: `;
  const out: TakeFinding[] = [];
  const say = (
    what: TakeFinding['what'],
    status: Status,
    [value, limit, unit, source]: readonly [number | null, number | null, string, string],
    [sentence, next]: readonly [string, string],
    gates: readonly GateName[],
    marks: readonly Mark[] = [],
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
        'No knob at the device helps: turn down at the stage before, the transmitter or the mixer.',
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
        ? [`the peaks reach ${db(peak, 1)}TP: no headroom is left.`, 'Turn down by 6 dB and more.']
        : peak < LIMITS.lowPeakDbfs
          ? [`the peaks reach only ${db(peak)}FS.`, 'Turn up the first knob after the microphone.']
          : [`peaks at ${db(peak, 1)}TP${peak < -3 ? ', with headroom to spare' : ''}.`, ''];
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
        'Wireless: nearer, and in sight. USB: a shorter cable, no hub, other apps closed.',
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
        'A loose plug, a worn cable or a failing battery: move each connection while you listen.',
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
    const { status, path, next } = pathOf(upToHz);
    say(
      'band',
      status,
      [upToHz, LIMITS.widebandHz, 'Hz', BAND_SOURCE],
      [`nothing comes through above ${hertz(upToHz)}: ${path}.`, next],
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
