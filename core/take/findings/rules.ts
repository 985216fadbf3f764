import { type TakeMessage, takeMessage } from '../../format';
import type { Hole } from '../meters';
import { ECHO, ROOM } from './comes-back';
import type { Context } from './context';
import { BAND_SOURCE, LIMITS, pathOf } from './limits';
import { type Rule, underOrNear } from './rule';

const nowhere = () => null;

/** What the app is, and what it should record: where a narrow, gated or pumping voice comes from. */
const fromApp = ({ report, app, taken, nameOf }: Context): TakeMessage | null => {
  if (report.processing) return takeMessage('band.from-processing', { app });
  return taken ? takeMessage('band.from', { input: taken.label, part: nameOf(taken.part), app }) : null;
};

/** Every kind of finding, in the order in which equals are told. */
export const RULES = {
  file: { gates: [], of: null, from: nowhere },
  short: { gates: ['clean', 'heard'], of: null, from: nowhere },
  nothing: {
    gates: ['wired', 'seen', 'level'],
    of: null,
    from: ({ taken, nameOf }) =>
      taken
        ? takeMessage('nothing.from', { input: taken.label, part: nameOf(taken.part) })
        : takeMessage('nothing.from-none', {}),
  },
  sides: {
    gates: ['wired', 'heard'],
    of: null,
    from: ({ message, lastJoint }) =>
      lastJoint !== null && /one|reversed|delayed/.test(message)
        ? takeMessage('sides.from', { joint: lastJoint })
        : null,
  },
  channels: { gates: ['wired', 'heard'], of: null, from: nowhere },
  clipping: {
    gates: ['level'],
    of: ({ clips }, channel) =>
      clips.count === 0
        ? null
        : {
            status: 'fail',
            value: clips.count,
            limit: 0,
            unit: 'times',
            source: 'three samples in a row at full scale; common practice',
            says: takeMessage('clipping.found', { channel, count: clips.count }),
            next: takeMessage('clipping.step', {}),
            marks: clips.marks,
          },
    from: ({ computed, nameOf }) => (computed ? takeMessage('clipping.from', { part: nameOf(computed.part) }) : null),
  },
  'flat tops': {
    gates: ['level'],
    of: ({ ceiling }, channel) =>
      ceiling && {
        status: 'fail',
        value: ceiling.dbfs,
        limit: null,
        unit: 'dBFS',
        source: 'flat tops of one height; common practice',
        says: takeMessage('flat.found', { channel, at: ceiling.dbfs }),
        next: takeMessage('flat.step', {}),
        marks: ceiling.marks,
      },
    from: ({ tightest, computed, nameOf }) => {
      if (tightest) return takeMessage('flat.from', { part: nameOf(tightest.part), headroom: tightest.headroomDb });
      return computed ? takeMessage('clipping.from', { part: nameOf(computed.part) }) : null;
    },
  },
  level: {
    gates: ['level'],
    of: (c, channel) => {
      if (c.clips.count > 0) return null;
      const peak = Math.max(c.truePeakDbtp, c.peakDbfs);
      // Only floating point holds more than full scale.
      if (c.peakDbfs > 0.01)
        return {
          status: 'caution',
          value: peak,
          limit: LIMITS.truePeakDbtp,
          unit: 'dBTP',
          source: 'EBU R 128',
          says: takeMessage('level.beyond', { channel, peak }),
          next: takeMessage('level.beyond-step', { by: Math.ceil(peak - LIMITS.truePeakDbtp) }),
          marks: [{ at: c.peakAt, lengthS: 0 }],
        };
      const [hot, low] = [peak > LIMITS.truePeakDbtp, peak < LIMITS.lowPeakDbfs];
      return {
        status: hot || low ? 'caution' : 'pass',
        value: peak,
        limit: low ? LIMITS.lowPeakDbfs : LIMITS.truePeakDbtp,
        unit: 'dBTP',
        source: 'EBU R 128 for the top; est for the bottom',
        says: hot
          ? takeMessage('level.hot', { channel, peak })
          : low
            ? takeMessage('level.low', { channel, peak })
            : takeMessage('level.fine', { channel, peak, spare: peak < -3 ? 'headroom' : null }),
        next: hot ? takeMessage('level.hot-step', {}) : low ? takeMessage('level.low-step', {}) : undefined,
        marks: [{ at: c.peakAt, lengthS: 0 }],
      };
    },
    from: nowhere,
  },
  noise: {
    gates: ['clean'],
    of: (c, channel) => {
      const base = { limit: LIMITS.snrDbA, unit: 'dB(A)', source: 'the Clean gate; est' };
      if (c.snrDbA === null) {
        if (c.mute >= 0.95) return null;
        const why = c.mute > 0 ? 'noise.gated' : 'noise.no-gap';
        const next = c.mute > 0 ? takeMessage('noise.gated-step', {}) : takeMessage('noise.no-gap-step', {});
        return { ...base, status: 'not known', value: null, says: takeMessage(why, { channel }), next };
      }
      const status = underOrNear(c.snrDbA, LIMITS.snrDbA, 5);
      // In so little a breath is noise.
      if (status !== 'pass' && c.noiseS < LIMITS.pauseS)
        return {
          ...base,
          status: 'not known',
          value: c.snrDbA,
          says: takeMessage('noise.short', { channel, pause: c.noiseS }),
          next: takeMessage('noise.no-gap-step', {}),
        };
      return {
        ...base,
        status,
        value: c.snrDbA,
        says: takeMessage('noise.found', { channel, snr: c.snrDbA, noise: c.noiseDbfs }),
        next: status === 'pass' ? undefined : takeMessage('noise.step', {}),
      };
    },
    from: ({ computed, nameOf }) => {
      const worst = computed?.largestNoises[0];
      return worst ? takeMessage('noise.from', { part: nameOf(worst.part), what: worst.what }) : null;
    },
  },
  hum: {
    gates: ['clean'],
    of: ({ hum, activeDbfsA }, channel) => {
      if (!hum || activeDbfsA === null) return null;
      const over = activeDbfsA - hum.dbfsA;
      const status = underOrNear(over, LIMITS.overHumDb, 10);
      return {
        status,
        value: over,
        limit: LIMITS.overHumDb,
        unit: 'dB(A)',
        source: 'the Clean gate; est',
        says: takeMessage('hum.found', { channel, mains: hum.mainsHz, count: hum.harmonics.length, over }),
        next: status === 'pass' ? undefined : takeMessage('hum.step', {}),
      };
    },
    from: ({ computed, nameOf }) => {
      const worst = computed?.hum[0];
      return worst ? takeMessage('hum.from', { part: nameOf(worst.part), what: worst.what }) : null;
    },
  },
  whine: {
    gates: ['clean'],
    of: ({ whines: [loudest], activeDbfs, noiseDbfs }, channel) => {
      // A tone by itself is what somebody calibrates by.
      if (!loudest || noiseDbfs === null) return null;
      const under = (activeDbfs ?? 0) - loudest.dbfs;
      const isHeard = under < LIMITS.overHumDb;
      return {
        status: isHeard ? 'caution' : 'pass',
        value: under,
        limit: LIMITS.overHumDb,
        unit: 'dB',
        source: 'as hum; est',
        says: takeMessage('whine.found', { channel, hz: loudest.hz, under }),
        next: isHeard ? takeMessage('whine.step', {}) : undefined,
      };
    },
    from: nowhere,
  },
  offset: {
    gates: ['level'],
    // What is clipped on one side more than on the other has an offset too; that is mended with the clipping.
    of: ({ dc, clips, ceiling }, channel) =>
      Math.abs(dc) <= LIMITS.dc || clips.count > 0 || ceiling
        ? null
        : {
            status: 'caution',
            value: 100 * dc,
            limit: 100 * LIMITS.dc,
            unit: '%',
            source: 'common practice',
            says: takeMessage('offset.found', { channel, percent: 100 * dc }),
            next: takeMessage('offset.step', {}),
          },
    from: nowhere,
  },
  dropouts: {
    gates: ['seen', 'powered'],
    of: ({ dropouts: { count, marks } }, channel) =>
      count === 0
        ? null
        : {
            status: 'fail',
            value: count,
            limit: 0,
            unit: 'times',
            source: 'sound, or the noise of a pause, that stops dead and goes on; est',
            says: takeMessage('dropouts.found', { channel, count }),
            next: takeMessage('dropouts.step', {}),
            marks,
          },
    from: ({ radio, usb, nameOf }) =>
      radio !== null
        ? takeMessage('dropouts.from-radio', { part: nameOf(radio) })
        : usb !== null
          ? takeMessage('dropouts.from-usb', { part: nameOf(usb) })
          : null,
  },
  holes: {
    gates: ['seen', 'powered'],
    of: ({ holes }, channel) =>
      holes.length === 0
        ? null
        : {
            status: 'fail',
            value: holes.length,
            limit: 0,
            unit: 'times',
            source: 'within a word, over in 8 ms at both ends, and filled unlike the pauses; est',
            says: takeMessage(filledBy(holes), {
              channel,
              count: holes.length,
              longest: 1000 * Math.max(...holes.map((h) => h.lengthS)),
            }),
            next: takeMessage('holes.step', {}),
            marks: holes.map(({ at, lengthS }) => ({ at, lengthS })),
          },
    from: ({ radio, nameOf }) => (radio !== null ? takeMessage('dropouts.from-radio', { part: nameOf(radio) }) : null),
  },
  repeats: {
    gates: ['seen'],
    of: ({ repeats: { count, marks } }, channel) =>
      count === 0
        ? null
        : {
            status: 'fail',
            value: count,
            limit: 0,
            unit: 'times',
            source: 'the same samples twice within 0.1 s, to the last bit; est',
            says: takeMessage('repeats.found', {
              channel,
              count,
              longest: 1000 * Math.max(...marks.map((m) => m.lengthS)),
            }),
            next: takeMessage('repeats.step', {}),
            marks,
          },
    from: ({ usb, nameOf }) => (usb !== null ? takeMessage('repeats.from-usb', { part: nameOf(usb) }) : null),
  },
  clicks: {
    gates: ['wired', 'clean'],
    of: ({ clicks: { count, marks } }, channel) =>
      count === 0
        ? null
        : {
            status: count > LIMITS.clicks ? 'fail' : 'caution',
            value: count,
            limit: 0,
            unit: 'times',
            source: 'jumps that are over within two milliseconds; est',
            says: takeMessage('clicks.found', { channel, count }),
            next: takeMessage('clicks.step', {}),
            marks,
          },
    from: ({ joints }) => (joints.length > 0 ? takeMessage('clicks.from', { joints: joints.join(', ') }) : null),
  },
  pops: {
    gates: ['clean'],
    of: ({ low }, channel) =>
      !low || low.pops.count === 0
        ? null
        : {
            status: 'caution',
            value: low.pops.count,
            limit: 0,
            unit: 'times',
            source: 'below 40 Hz as loud as the voice, for 30 ms to 0.4 s; est',
            says: takeMessage('pops.found', { channel, count: low.pops.count }),
            next: takeMessage('pops.step', {}),
            marks: low.pops.marks,
          },
    from: nowhere,
  },
  rumble: {
    gates: ['clean'],
    of: ({ low }, channel) => {
      if (!low?.rumble) return null;
      const { underDb, share, swings } = low.rumble;
      return {
        status: 'caution',
        value: underDb,
        limit: LIMITS.overRumbleDb,
        unit: 'dB',
        source: 'below 40 Hz, beside the voice; est',
        says: takeMessage(swings ? 'rumble.swings' : 'rumble.steady', {
          channel,
          percent: 100 * share,
          over: underDb < 0 ? 'louder than' : 'within 10 dB of',
        }),
        next: takeMessage(swings ? 'rumble.swings-step' : 'rumble.steady-step', {}),
      };
    },
    from: nowhere,
  },
  echo: ECHO,
  room: ROOM,
  band: {
    gates: ['seen', 'clean'],
    of: ({ band }, channel) => {
      if (!band?.edge) return null;
      const { status, path, next } = pathOf(band.upToHz);
      return {
        status,
        value: band.upToHz,
        limit: LIMITS.widebandHz,
        unit: 'Hz',
        source: BAND_SOURCE,
        says: takeMessage('band.found', { channel, edge: band.upToHz, path }),
        next,
      };
    },
    from: fromApp,
  },
  pumping: {
    gates: ['level', 'seen'],
    of: ({ pumping }, channel) =>
      !pumping || pumping.riseDbPerS < LIMITS.pumpingDbPerS || pumping.riseDb < LIMITS.pumpingDb
        ? null
        : {
            status: 'caution',
            value: pumping.riseDbPerS,
            limit: LIMITS.pumpingDbPerS,
            unit: 'dB/s',
            source: 'est',
            says: takeMessage('pumping.found', { channel, rise: pumping.riseDbPerS }),
            next: takeMessage('pumping.step', {}),
          },
    from: fromApp,
  },
  gated: {
    gates: ['seen'],
    of: ({ mute }, channel) =>
      mute <= LIMITS.mute
        ? null
        : {
            status: 'caution',
            value: 100 * mute,
            limit: 100 * LIMITS.mute,
            unit: '%',
            source: 'est',
            says: takeMessage('gated.found', { channel, percent: 100 * mute }),
            next: takeMessage('gated.step', {}),
          },
    from: fromApp,
  },
} as const satisfies Readonly<Record<string, Rule>>;

export type Kind = keyof typeof RULES;

/** What fills most of the holes. */
function filledBy(holes: readonly Hole[]): 'holes.hiss' | 'holes.muted' {
  return 2 * holes.filter((h) => h.kind === 'hiss').length > holes.length ? 'holes.hiss' : 'holes.muted';
}
