import { memoBy } from '../algorithms';
import type { FittedJoint } from '../compile';
import { type Connector, mate, mustConnector } from '../connectors';
import { figure, gateMessage } from '../format';
import type { Readings } from '../readings';
import { judgeLoad } from './load';
import { connectorText, jointNumber, nameOf, placeOf } from './say';
import { type Finding, finding, type Gate, stated, unknown, type Verdict, verdict } from './verdict';

/** Half a millimetre more than needed is comfortable: a plug is pulled about while it works. */
const COMFORT_MM = 0.5;
const STEP_MM = 0.05;
const FURTHEST_MM = 5;

/** Does everything plug in, all the way, and can the device carry what hangs on it? */
export const fit: Gate = {
  judge: judgeAll,
  ofEachDevice: false,
  acts: ['careful', 'turn', 'exchange', 'move', 'bypass'],
};

function judgeAll(readings: Readings): Verdict {
  const { compiled } = readings;
  const findings: Finding[] = compiled.joints.map((joint) => judge(readings, joint));
  if (findings.length === 0) {
    const device = nameOf(compiled, compiled.device.part.id);
    findings.push(
      stated(
        'fail',
        {
          topic: 'joints',
          value: 0,
          limit: 1,
          unit: 'joints',
          brief: 'nothing plugged in',
          part: compiled.device.part.id,
          lane: 'signal',
        },
        gateMessage('fit.nothing', { device }),
      ),
    );
  }
  const hung = judgeLoad(readings);
  return verdict('fit', hung ? [...findings, hung] : findings);
}

function judge({ compiled }: Readings, joint: FittedJoint): Finding {
  const { id } = joint.joint;
  const at = { topic: `connection ${id}`, joint: id, part: joint.a.part.id, lane: 'signal' as const };
  const strange = [joint.a, joint.b].find((s) => s.partClass.kind === 'unknown');
  const number = jointNumber(compiled, id);
  const place = placeOf(compiled, id);
  if (strange) {
    const words = gateMessage('fit.strange', {
      part: nameOf(compiled, strange.part.id),
      joint: number,
      it: strange.partClass.host ? null : 'it',
    });
    return { ...unknown(at.topic, 'a part not known', words, 'signal'), joint: id, part: strange.part.id };
  }
  if (!joint.mating.fits) {
    const { reason } = joint.mating;
    return stated('fail', { ...at, brief: 'does not fit' }, gateMessage('fit.not', { joint: number, reason, place }));
  }
  const outMm = joint.joint.outMm ?? 0;
  const slackMm = slack(joint);
  const plug = joint.mating.plugIs === 'a' ? joint.a : joint.b;
  const concentric = mustConnector(plug.port.connector).form === 'concentric-plug';
  return finding(
    {
      ...at,
      part: plug.part.id,
      value: outMm,
      limit: slackMm,
      unit: 'mm',
      margin: (slackMm - outMm) / COMFORT_MM,
      brief: outMm > 0 ? `${figure(outMm, 1)} mm out` : `${compiled.joints.length} seated`,
    },
    {
      good:
        compiled.joints.length === 1
          ? gateMessage('fit.seated-one', {})
          : gateMessage('fit.seated', { count: compiled.joints.length }),
      bad: gateMessage(concentric ? 'fit.out-ring' : 'fit.out-touch', {
        joint: number,
        out: outMm,
        slack: slackMm,
        plug: connectorText(plug.port.connector),
        place,
      }),
    },
  );
}

/** How far the plug can come out before other contacts touch. Geometry alone decides: each pair of connectors once. */
const slack = memoBy(
  ({ a, b }: FittedJoint) => `${a.port.connector} ${b.port.connector}`,
  ({ a, b }) => measuredSlack(mustConnector(a.port.connector), mustConnector(b.port.connector)),
);

function measuredSlack(a: Connector, b: Connector): number {
  const touching = (outMm: number) => {
    const m = mate(a, b, outMm);
    return m.fits ? m.touches.map((t) => `${t.plug}-${t.socket}`).join() : '';
  };
  const seated = touching(0);
  let outMm = 0;
  while (outMm < FURTHEST_MM && touching(outMm + STEP_MM) === seated) outMm += STEP_MM;
  return outMm;
}
