import { byId } from '../algorithms';
import { dbText, gateMessage } from '../format';
import { feedsAny, type Readings } from '../readings';
import { jointNumber, nameOf, placeOf } from './say';
import { type Finding, finding, type Gate, unknown, type Verdict, verdict } from './verdict';
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
const quietMargin = (peakDbfs: number): number =>
  peakDbfs < LOW_PEAK_DBFS
    ? (CAUTION * (peakDbfs - QUIET_PEAK_DBFS)) / (LOW_PEAK_DBFS - QUIET_PEAK_DBFS)
    : CAUTION + ((1 - CAUTION) * (peakDbfs - LOW_PEAK_DBFS)) / (WANTED_PEAK_DBFS - LOW_PEAK_DBFS);
/** An input this far over is being given the wrong kind of signal, not a loud voice. */
const WRONG_KIND_DB = 20;

/** Do the peaks stay below every ceiling, and well above the bottom? */
export const level: Gate = {
  judge: judgeAll,
  ofEachDevice: true,
  acts: ['amount', 'switch', 'open', 'careful', 'distance', 'exchange', 'move'],
};

function judgeAll(readings: Readings): Verdict {
  const { compiled, channels, lines, intended } = readings;
  if (intended && !readings.inUse) return verdict('level', [notInUse(readings, 'level')]);
  const arrivals = channels.flatMap((c) => c.arrivals.map((a) => ({ ...a, channel: c })));
  const peaks = arrivals.map((a) => a.peakDbfs);
  if (!intended || peaks.length === 0 || !lines.some((l) => l.arrives)) {
    return verdict('level', [unknown('level', 'not known', gateMessage('level.not-known', {}), 'signal')]);
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
          margin: headroomDb / COMFORT_HEADROOM_DB,
          brief: `${dbText(headroomDb)} spare`,
          part: stage.part,
          lane: 'signal',
        },
        {
          good: gateMessage('level.stage-fine', { part: nameOf(compiled, stage.part), spare: headroomDb }),
          near: gateMessage('level.stage-near', { part: nameOf(compiled, stage.part), spare: headroomDb }),
          bad: gateMessage('level.stage-clips', { part: nameOf(compiled, stage.part), over: Math.ceil(-headroomDb) }),
        },
      ),
    );
  }
  for (const { part, what, spareDb, source } of readings.ledger) {
    if (what !== 'microphone') continue;
    const name = byId(compiled.setup.job.sources, source).name;
    findings.push(
      finding(
        {
          topic: `microphone ${part} ${source}`,
          value: spareDb,
          limit: 0,
          unit: 'dB',
          margin: spareDb / COMFORT_HEADROOM_DB,
          brief: `${dbText(spareDb)} spare`,
          part,
          lane: 'signal',
        },
        {
          good: gateMessage('level.mic-fine', { part: nameOf(compiled, part), spare: spareDb, source: name }),
          near: gateMessage('level.mic-near', { part: nameOf(compiled, part), spare: spareDb, source: name }),
          bad: gateMessage('level.mic-over', { part: nameOf(compiled, part), over: -spareDb, source: name }),
        },
      ),
    );
  }
  const loudest = Math.max(...peaks);
  const spare = -loudest;
  const joint = lines[0]?.path?.joints.at(-1)?.joint.id;
  const number = jointNumber(compiled, joint);
  const self = nameOf(compiled, intended.part);
  findings.push(
    finding(
      {
        topic: 'peaks',
        value: spare,
        limit: 0,
        unit: 'dB',
        margin: spare / -WANTED_PEAK_DBFS,
        brief: `peaks ${dbText(loudest)}FS`,
        part: intended.part,
        joint,
        lane: 'signal',
      },
      {
        good: gateMessage('level.peaks-fine', { device: self, peak: loudest }),
        near: gateMessage('level.peaks-near', { device: self, spare }),
        bad:
          spare < -WRONG_KIND_DB
            ? gateMessage('level.wrong-kind', {
                device: self,
                over: -spare,
                joint: number,
                place: placeOf(compiled, joint),
              })
            : gateMessage('level.clips', { device: self, over: -spare, joint: number }),
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
        margin: quietMargin(quietest),
        brief: `peaks ${dbText(quietest)}FS`,
        part: intended.part,
        joint,
        lane: 'signal',
      },
      {
        good: gateMessage('level.quiet-fine', { peak: quietest }),
        bad: gateMessage('level.quiet', { peak: quietest, device: self }),
      },
    ),
  );
  return verdict('level', findings);
}
