import { atKey, powerSumDb } from '../algorithms';
import type { Report } from '../assess';
import { gainsBetween, shaped } from '../filter';
import { mainsOf, type Setup } from '../model';
import { OWN_MICROPHONE } from '../readings';
import { aWeightingDb, criticalDistanceM, splAt, THIRD_OCTAVES_HZ, VOICE_CREST_DB, voltOf } from '../signal';
import { chance, normal } from './chance';
import { reverberation } from './reverb';
import { VOICE_RATE_HZ, voice } from './voice';

/** A sine's peak over its mean: levels are computed as those of a sine. */
const SINE_DB = 10 * Math.log10(2);
/** A room of which nothing is told; est. */
const ROOM = { volumeM3: 60, reverbS: 0.5, noiseDba: 35 } as const;
/** Of mains: the base, and the harmonic that makes it heard. */
const HEARD_HARMONICS = [3, 5, 7, 11];

/**
 * The recording that a setup would make: its voices with their computed levels, responses and sides, the noise and hum of
 * its channels, each stage's clipping; or, where the device takes its own microphone, that one in its room.
 * Levels, responses, polarity and A-weighted noise are those of the report; the room is heard where it was told; what an app
 * takes out for noise is not imitated.
 * @returns samples at 48 kHz, one array a recorded channel; silence where nothing is recorded
 */
export function recordingOf(report: Report, setup: Setup, seconds: number): readonly Float32Array[] {
  const frames = Math.round(seconds * VOICE_RATE_HZ);
  const taken = report.inputs.find((i) => i.chosen);
  if (!taken) return [new Float32Array(frames)];
  const sounds = new Map(setup.job.sources.map((s, i) => [s.id, soundOfSource(s.sound === 'music', seconds, i + 1)]));
  if (taken.builtIn) return [ownMicrophone(setup, sounds, frames)];
  const heard = new Map<string, Float32Array>();
  const heardAt = (source: string) => {
    const known = heard.get(source) ?? inRoom(atKey(sounds, source), report, source, setup);
    heard.set(source, known);
    return known;
  };
  return report.channels.map((channel, c) => {
    const volt = voltOf(channel.fullScaleDbu) * Math.SQRT2;
    const x = new Float32Array(frames);
    let peak = 0;
    for (const a of channel.arrivals) {
      if (a.averageDbu === null || !a.curve) continue;
      const level = voltOf(a.averageDbu) / volt;
      const turned = Math.abs(a.degreesAt1k) > 90 ? -1 : 1;
      const through = shaped(heardAt(a.source), VOICE_RATE_HZ, gainsBetween(THIRD_OCTAVES_HZ, a.curve.db));
      for (let i = 0; i < frames; i++) x[i] += turned * level * through[i];
      peak = Math.max(peak, level * 10 ** (VOICE_CREST_DB / 20));
    }
    // A stage with so much room above the peaks cuts off whatever is beyond, here as there.
    const rooms = report.stages
      .filter((s) => s.headroomDb !== null && channel.stages.some((f) => f.part === s.part && f.stage === s.stage))
      .map((s) => s.headroomDb!);
    const ceiling = peak * 10 ** (Math.min(60, ...rooms) / 20);
    if (peak > 0) for (let i = 0; i < frames; i++) x[i] = Math.max(-ceiling, Math.min(ceiling, x[i]));
    addNoise(x, channel.noiseAWeightedVolt / volt, c + 100);
    for (const h of channel.hum) addHum(x, mainsOf(setup.job).hz, h.volt / volt, h.aWeightedVolt / volt);
    // The converter holds no more than full scale.
    return x.map((v) => Math.max(-1, Math.min(1 - 2 ** -23, v)));
  });
}

/** A sound with what the room adds to it at its microphone. */
function inRoom(sound: Float32Array, report: Report, source: string, setup: Setup): Float32Array {
  const direct = report.lines.find((l) => l.source === source)?.room?.directDb;
  if (direct === undefined || !setup.job.room) return sound;
  const late = reverberation(sound, VOICE_RATE_HZ, setup.job.room.reverbS);
  const share = 10 ** (-direct / 20);
  return sound.map((v, i) => v + share * late[i]);
}

/** Nobody speaks for so long at the beginning, as a page that measures noise asks for; left out of short recordings. */
const [STILL_S, LEAST_SOUND_S] = [5, 10];

/** A talker, or something that plays; mean square 1 while it sounds. */
function soundOfSource(music: boolean, seconds: number, seed: number): Float32Array {
  const still = seconds >= STILL_S + LEAST_SOUND_S ? STILL_S : 0;
  const out = new Float32Array(Math.round(seconds * VOICE_RATE_HZ));
  out.set(sounding(music, seconds - still, seed), Math.round(still * VOICE_RATE_HZ));
  return out;
}

function sounding(music: boolean, seconds: number, seed: number): Float32Array {
  if (!music) return voice(seconds, seed);
  const next = chance(seed);
  const noise = normal(next);
  const out = new Float32Array(Math.round(seconds * VOICE_RATE_HZ));
  // Notes that are struck and die away, a pause after every eighth.
  let [note, age, count] = [0, 0, 0];
  for (let i = 0; i < out.length; i++) {
    if (age <= 0) {
      count += 1;
      note = 80 * 2 ** (Math.floor(24 * next()) / 12);
      age = Math.round((count % 8 === 0 ? 1.2 : 0.4) * VOICE_RATE_HZ);
    }
    age -= 1;
    const t = i / VOICE_RATE_HZ;
    const loud = count % 8 === 0 ? 0 : Math.exp(-2 * (0.4 - age / VOICE_RATE_HZ));
    let v = 0;
    for (let n = 1; n <= 24; n++) v += Math.sin(2 * Math.PI * note * n * t + n * n) / n ** 0.5;
    out[i] = loud * (v + 0.5 * noise());
  }
  let [squares, sounding] = [0, 0];
  for (const v of out) {
    squares += v * v;
    if (v !== 0) sounding += 1;
  }
  const gain = Math.sqrt(sounding / squares);
  return out.map((v) => v * gain);
}

/** White noise of this A-weighted level, mean square of full scale. */
function addNoise(x: Float32Array, aWeighted: number, seed: number): void {
  if (!(aWeighted > 0)) return;
  const next = normal(chance(seed));
  const level = aWeighted / WHITE_A_WEIGHTED;
  for (let i = 0; i < x.length; i++) x[i] += level * next();
}

/** The A-weighted share of white noise up to half the rate, as amplitude. */
const WHITE_A_WEIGHTED = (() => {
  let sum = 0;
  const steps = 2000;
  for (let i = 0; i < steps; i++) sum += 10 ** (aWeightingDb(((i + 0.5) * VOICE_RATE_HZ) / 2 / steps) / 10);
  return Math.sqrt(sum / steps);
})();

/** Mains of this level, unweighted and weighted: the base and the lowest harmonic that gives both. */
function addHum(x: Float32Array, mainsHz: number, level: number, aWeighted: number): void {
  if (!(level > 0)) return;
  const heardAt = (n: number) => 10 ** (aWeightingDb(n * mainsHz) / 10);
  const n = HEARD_HARMONICS.find((h) => heardAt(h) * level ** 2 >= aWeighted ** 2) ?? HEARD_HARMONICS.at(-1)!;
  const share = (aWeighted ** 2 - level ** 2 * heardAt(1)) / (heardAt(n) - heardAt(1));
  const high = Math.sqrt(2 * Math.max(0, Math.min(level ** 2, share)));
  const low = Math.sqrt(Math.max(0, 2 * level ** 2 - high ** 2));
  const step = (2 * Math.PI * mainsHz) / VOICE_RATE_HZ;
  for (let i = 0; i < x.length; i++) x[i] += low * Math.sin(step * i) + high * Math.sin(n * step * i + 1);
}

/** The device's own microphone, as far away as the device is, in the room. */
function ownMicrophone(setup: Setup, sounds: ReadonlyMap<string, Float32Array>, frames: number): Float32Array {
  const { sources, distanceM } = setup.job;
  const room = setup.job.room ?? ROOM;
  const full = (spl: number) => 10 ** ((spl - OWN_MICROPHONE.fullScaleSpl - SINE_DB) / 20);
  const x = new Float32Array(frames);
  const late = distanceM / criticalDistanceM(room.volumeM3, room.reverbS, 1);
  for (const s of sources) {
    if (s.from !== undefined) continue;
    const sound = atKey(sounds, s.id);
    const around = reverberation(sound, VOICE_RATE_HZ, room.reverbS);
    const level = full(splAt(s.splAt1m, distanceM));
    for (let i = 0; i < frames; i++) x[i] += level * (sound[i] + late * around[i]);
  }
  const noise = powerSumDb(room.noiseDba, OWN_MICROPHONE.noiseDba);
  addNoise(x, full(noise), 100);
  return x.map((v) => Math.max(-1, Math.min(1 - 2 ** -23, v)));
}
