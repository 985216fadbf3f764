import { knobAt } from '../model';
import type { UsbNode } from '../power';
import type { Readings } from '../readings';
import { jointSentence, minutesText, nameOf, voltText } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

/** A quarter in hand is comfortable, of current and of time. */
const COMFORT_SHARE = 0.25;

/** What a USB piece must work with at its plug (USB 2.0, 7.2.2, from memory), and what a good port still has at its end. */
const LEAST_VOLT = 4.4;
const COMFORT_VOLT = 0.35;
/** Hubs in series at most (USB 2.0, 4.1.1, from memory). */
const MOST_HUBS = 5;

/** Does everything get what it needs, for as long as the job lasts? */
export function poweredGate(readings: Readings): Verdict {
  const { compiled, usb, op } = readings;
  const { minutes } = compiled.setup.job;
  const findings: Finding[] = usb.supplies.map((s) => {
    const spare = s.supplyMa - s.loadMa;
    const joint = compiled.joints.find(({ joint: j }) => [j.a, j.b].some((r) => r.part === s.part && r.port === s.port))
      ?.joint.id;
    const hungriest = s.pieces[0]?.part ?? s.part;
    const giver = nameOf(compiled, s.part);
    return finding(
      {
        value: s.loadMa,
        limit: s.supplyMa,
        unit: 'mA',
        room: spare / (COMFORT_SHARE * s.supplyMa),
        brief: `${s.loadMa.toFixed(0)} of ${s.supplyMa.toFixed(0)} mA`,
        part: spare < 0 ? hungriest : s.part,
        joint,
        lane: 'power',
      },
      {
        good: `${giver} gives ${s.loadMa.toFixed(0)} mA of the ${s.supplyMa.toFixed(0)} mA it can.`,
        bad: `${nameOf(compiled, hungriest)} and what shares its port ask ${s.loadMa.toFixed(0)} mA; ${giver} gives ${s.supplyMa.toFixed(0)} mA${joint ? ` at ${jointSentence(compiled, joint)}` : ''}. Use an adapter that charges, or a mains-powered hub.`,
      },
    );
  });
  for (const node of usb.nodes.values()) {
    if (node.drawMa === 0) continue;
    findings.push(volts(readings, node));
    if (node.hubs > MOST_HUBS) findings.push(tooDeep(readings, node));
  }
  for (const r of readings.runtimes) {
    const spare = Math.min(r.minutes, 1e6) - minutes;
    findings.push(
      finding(
        {
          value: Math.min(r.minutes, 1e6),
          limit: minutes,
          unit: 'min',
          room: spare / (COMFORT_SHARE * minutes),
          brief: spare >= 0 ? `lasts ${minutesText(r.minutes)}` : `${minutesText(-spare)} short`,
          part: r.part,
          lane: 'power',
        },
        {
          good: `${nameOf(compiled, r.part)} lasts ${minutesText(r.minutes)}.`,
          bad:
            spare < 0
              ? `${nameOf(compiled, r.part)} is flat after ${minutesText(r.minutes)}, ${minutesText(-spare)} before the end. Charge it meanwhile, or plan a swap.`
              : `${nameOf(compiled, r.part)} has only ${minutesText(spare)} to spare. Start fully charged.`,
        },
      ),
    );
  }
  const onMains = compiled.setup.job.place === 'desk-mains';
  for (const { part, partClass } of compiled.fitted.values()) {
    const fromMains = partClass.host?.mainsKnob !== undefined && knobAt(part, partClass, partClass.host.mainsKnob) > 0;
    if (!fromMains && !partClass.needs?.includes('mains')) continue;
    findings.push(
      finding(
        {
          value: onMains ? 1 : 0,
          limit: 1,
          unit: 'outlets',
          room: onMains ? 1 : -1,
          brief: onMains ? 'mains at hand' : 'no mains here',
          part: part.id,
          lane: 'power',
        },
        {
          good: `${nameOf(compiled, part.id)} has the mains it needs.`,
          bad: `${nameOf(compiled, part.id)} needs the mains, and the job has none where it is. Use a part that runs from a battery or the port, or work at a desk with mains.`,
        },
      ),
    );
  }
  for (const [fed, volt] of op.biasVolt) {
    const needs = fed.needs!;
    findings.push(
      finding(
        {
          value: volt,
          limit: needs.minVolt,
          unit: 'V',
          room: volt / needs.minVolt - 1,
          brief: `${volt.toFixed(1)} V of ${needs.minVolt} V`,
          part: fed.part,
          lane: 'power',
        },
        {
          good: `${nameOf(compiled, fed.part)} has ${volt.toFixed(1)} V.`,
          bad: `${nameOf(compiled, fed.part)} gets ${voltText(volt)}; it needs ${needs.minVolt} V from ${needs.from}.`,
        },
      ),
    );
  }
  return verdict('powered', findings);
}

/** What is left of the port's voltage after leads and joints, at the current that flows. */
function volts({ compiled }: Readings, { part, on, volt, loadMa }: UsbNode): Finding {
  const joint = compiled.joints.find(({ joint: j }) => [j.a, j.b].some((r) => r.part === on.part && r.port === on.port))
    ?.joint.id;
  return finding(
    {
      value: volt,
      limit: LEAST_VOLT,
      unit: 'V at its plug',
      room: (volt - LEAST_VOLT) / COMFORT_VOLT,
      brief: `${volt.toFixed(2)} V at its plug`,
      part,
      joint,
      lane: 'power',
    },
    {
      good: `${nameOf(compiled, part)} has ${volt.toFixed(2)} V at its plug.`,
      bad: `${nameOf(compiled, part)} gets only ${volt.toFixed(2)} V${joint ? ` at ${jointSentence(compiled, joint)}` : ''}: the leads before it take the rest at ${loadMa.toFixed(0)} mA. Use a shorter or thicker lead, or feed it nearer.`,
    },
  );
}

function tooDeep({ compiled }: Readings, { part, hubs }: UsbNode): Finding {
  return {
    status: 'fail',
    value: hubs,
    limit: MOST_HUBS,
    unit: 'hubs',
    room: -1,
    brief: `${hubs} hubs deep`,
    sentence: `${nameOf(compiled, part)} hangs behind ${hubs} hubs; USB allows ${MOST_HUBS} in a row. Plug it nearer to the device.`,
    part,
    lane: 'power',
  };
}
