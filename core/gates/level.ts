import { feedsAny, type Readings } from '../readings';
import { dbText, jointSentence, nameOf } from './say';
import { type Finding, finding, unknown, type Verdict, verdict } from './verdict';
import { notInUse } from './wired';

/** Spare above the peaks that is comfortable; the trade's "room to spare". */
const COMFORT_HEADROOM_DB = 8;
/** Peaks lower than this cannot be raised without hearing the floor; the trade puts them at three quarters of a meter. */
export const QUIET_PEAK_DBFS = -50;
/** A take whose peaks lie under this is told as quiet (the take analyser says the same): a caution. */
export const LOW_PEAK_DBFS = -30;
/** Where the trade puts the peaks: below the red, with room to spare. */
const WANTED_PEAK_DBFS = -12;
const CAUTION = 0.3;

/** From the least that will do to what is told as quiet, and on to where peaks belong. */
const quietRoom = (peakDbfs: number): number =>
  peakDbfs < LOW_PEAK_DBFS
    ? (CAUTION * (peakDbfs - QUIET_PEAK_DBFS)) / (LOW_PEAK_DBFS - QUIET_PEAK_DBFS)
    : CAUTION + ((1 - CAUTION) * (peakDbfs - LOW_PEAK_DBFS)) / (WANTED_PEAK_DBFS - LOW_PEAK_DBFS);
/** An input this far over is being given the wrong kind of signal, not a loud voice. */
const WRONG_KIND_DB = 20;

/** Do the peaks stay below every ceiling, and well above the bottom? */
export function levelGate(readings: Readings): Verdict {
  const { compiled, channels, lines, intended } = readings;
  if (intended && !readings.inUse) return verdict('level', [notInUse(readings, 'level')]);
  const arrivals = channels.flatMap((c) => c.arrivals.map((a) => ({ ...a, channel: c })));
  const peaks = arrivals.map((a) => a.peakDbfs);
  if (!intended || peaks.length === 0 || !lines.some((l) => l.arrives)) {
    return verdict('level', [unknown('level', 'not known', 'The level is known once the voice arrives.', 'signal')]);
  }
  const findings: Finding[] = [];
  for (const { stage, averageDbu, headroomDb } of readings.stages) {
    if (averageDbu <= -150 || !feedsAny(channels, stage)) continue;
    findings.push(
      finding(
        {
          topic: `stage ${stage.part}/${stage.id}`,
          value: headroomDb,
          limit: 0,
          unit: 'dB',
          room: headroomDb / COMFORT_HEADROOM_DB,
          brief: `${dbText(headroomDb)} spare`,
          part: stage.part,
          lane: 'signal',
        },
        {
          good: `${nameOf(compiled, stage.part)} has ${dbText(headroomDb)} to spare.`,
          bad:
            headroomDb < 0
              ? `${nameOf(compiled, stage.part)} clips: the peaks are ${Math.ceil(-headroomDb)} dB over what its output can do, which no later knob mends.`
              : `${nameOf(compiled, stage.part)} is near its ceiling: only ${headroomDb.toFixed(0)} dB above the peaks.`,
        },
      ),
    );
  }
  for (const { part, what, spareDb, source } of readings.ledger) {
    if (what !== 'microphone') continue;
    const name = compiled.setup.job.sources.find((s) => s.id === source)!.name;
    findings.push(
      finding(
        {
          topic: `microphone ${part} ${source}`,
          value: spareDb,
          limit: 0,
          unit: 'dB',
          room: spareDb / COMFORT_HEADROOM_DB,
          brief: `${dbText(spareDb)} spare`,
          part,
          lane: 'signal',
        },
        {
          good: `${nameOf(compiled, part)} takes ${dbText(spareDb)} more from ${name}.`,
          bad: `${name} is ${spareDb < 0 ? 'too loud' : 'nearly too loud'} for ${nameOf(compiled, part)} itself: ${dbText(spareDb)} to spare at its peaks, which no knob mends.`,
        },
      ),
    );
  }
  const loudest = Math.max(...peaks);
  const spare = -loudest;
  const joint = lines[0]?.path?.joints.at(-1)?.joint.id;
  const at = joint ? ` at ${jointSentence(compiled, joint)}` : '';
  const self = nameOf(compiled, intended.part);
  findings.push(
    finding(
      {
        topic: 'peaks',
        value: spare,
        limit: 0,
        unit: 'dB',
        room: spare / -WANTED_PEAK_DBFS,
        brief: `peaks ${dbText(loudest)}FS`,
        part: intended.part,
        joint,
        lane: 'signal',
      },
      {
        good: `Peaks at the ${self} reach ${loudest.toFixed(0)} dBFS.`.replace('-', '−'),
        bad:
          spare < -WRONG_KIND_DB
            ? `Line level meets a microphone input${at}: the peaks are ${(-spare).toFixed(0)} dB over full scale of the ${self}.`
            : spare < 0
              ? `The peaks are ${(-spare).toFixed(0)} dB over full scale of the ${self}${at}.`
              : `Only ${spare.toFixed(0)} dB are left above the peaks at the ${self}.`,
      },
    ),
  );
  // Each source is judged where it is loudest, on a channel of its own or on the common one; one that does not arrive is
  // for Wired to tell.
  const arriving = compiled.setup.job.sources.filter((s) => lines.some((l) => l.source === s.id && l.arrives));
  const quietest = Math.min(
    ...arriving.map((s) => Math.max(...arrivals.filter((a) => a.source === s.id).map((a) => a.peakDbfs))),
  );
  findings.push(
    finding(
      {
        topic: 'quiet',
        value: quietest,
        limit: QUIET_PEAK_DBFS,
        unit: 'dBFS',
        room: quietRoom(quietest),
        brief: `peaks ${dbText(quietest)}FS`,
        part: intended.part,
        joint,
        lane: 'signal',
      },
      {
        good: `The quietest voice peaks at ${quietest.toFixed(0)} dBFS.`.replace('-', '−'),
        bad: `The quietest voice peaks at only ${quietest.toFixed(0)} dBFS at the ${self}.`.replace('-', '−'),
      },
    ),
  );
  return verdict('level', findings);
}
