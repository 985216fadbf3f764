import { knobAt } from '../model';
import { farSides, feederAt, LEAST_VOLT, type PhantomFeed, type UsbNode } from '../power';
import type { FedTwice, Readings } from '../readings';
import { jointSentence, minutesText, nameOf, voltText } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

/** A quarter in hand is comfortable, of current and of time. */
const COMFORT_SHARE = 0.25;

/** What a good port still has at its end, over the least. */
const COMFORT_VOLT = 0.35;
/** Hubs in series at most (USB 2.0, 4.1.1, from memory). */
const MOST_HUBS = 5;

/** Does everything get what it needs, for as long as the job lasts? */
export function poweredGate(readings: Readings): Verdict {
  const { compiled, usb, op } = readings;
  const { minutes } = compiled.setup.job;
  const findings: Finding[] = usb.supplies.map((s) => {
    const spare = s.supplyMa - s.loadMa;
    const joint = s.port === null ? undefined : jointAt(readings, s.part, s.port);
    const hungriest = s.pieces[0]?.part ?? s.part;
    const giver = nameOf(compiled, s.part);
    return finding(
      {
        topic: `supply ${s.part} ${s.port ?? ''}`,
        value: s.loadMa,
        limit: s.supplyMa,
        unit: 'mA',
        room: spare / (COMFORT_SHARE * s.supplyMa),
        brief:
          spare < 0
            ? `needs ${s.loadMa.toFixed(0)} mA, gets ${s.supplyMa.toFixed(0)}`
            : `${s.loadMa.toFixed(0)} of ${s.supplyMa.toFixed(0)} mA`,
        part: spare < 0 ? hungriest : s.part,
        joint,
        lane: 'power',
      },
      {
        good: `${giver} gives ${s.loadMa.toFixed(0)} mA of the ${s.supplyMa.toFixed(0)} mA it can.`,
        bad: `${nameOf(compiled, hungriest)} and what shares ${s.port === null ? 'that supply' : 'its port'} ask ${s.loadMa.toFixed(0)} mA; ${giver} gives ${s.supplyMa.toFixed(0)} mA${joint ? ` at ${jointSentence(compiled, joint)}` : ''}.`,
      },
    );
  });
  for (const part of compiled.unfed) if (!usb.nodes.has(part)) findings.push(unfed(readings, part));
  for (const node of usb.nodes.values()) {
    if (node.drawMa === 0) continue;
    findings.push(volts(readings, node));
    if (node.hubs > MOST_HUBS) findings.push(tooDeep(readings, node));
  }
  for (const feed of readings.phantom) findings.push(phantomCurrent(readings, feed));
  for (const r of readings.runtimes) {
    // A power bank that ends early is no fault: what it feeds must last.
    if (compiled.fitted.get(r.part)!.partClass.bank) continue;
    const spare = Math.min(r.minutes, 1e6) - minutes;
    findings.push(
      finding(
        {
          topic: `runtime ${r.part}`,
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
              ? `The battery of ${nameOf(compiled, r.part)} lasts ${minutesText(r.minutes)}${keptBack(r.cell.reserve)}, ${minutesText(-spare)} less than the job.`
              : `The battery of ${nameOf(compiled, r.part)} lasts only ${minutesText(spare)} longer than the job${keptBack(r.cell.reserve)}.`,
        },
      ),
    );
  }
  findings.push(...readings.fedTwice.map((f) => twice(readings, f)), ...idleChargers(readings));
  const onMains = compiled.setup.job.place === 'desk-mains';
  for (const { part, partClass } of compiled.fitted.values()) {
    const fromMains = partClass.host?.mainsKnob !== undefined && knobAt(part, partClass, partClass.host.mainsKnob) > 0;
    if (!fromMains && !partClass.needs?.includes('mains')) continue;
    findings.push(
      finding(
        {
          topic: `mains ${part.id}`,
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
          bad: `${nameOf(compiled, part.id)} needs the mains, and the job has none where it is.`,
        },
      ),
    );
  }
  // A microphone that nobody speaks into, in a pair of earphones, may be as dead as it likes.
  const placed = new Set(compiled.setup.placements.map((p) => p.part));
  for (const [fed, volt] of op.biasVolt) {
    const needs = fed.needs!;
    if ('perPascal' in fed && !placed.has(fed.part)) continue;
    findings.push(
      finding(
        {
          topic: `needs ${fed.part} ${fed.id}`,
          value: volt,
          limit: needs.minVolt,
          unit: 'V',
          room: volt / needs.minVolt - 1,
          brief: `${Math.abs(volt).toFixed(1)} V, needs ${needs.minVolt} V`,
          part: fed.part,
          lane: 'power',
        },
        {
          good: `${nameOf(compiled, fed.part)} has ${volt.toFixed(1)} V.`,
          bad: `${nameOf(compiled, fed.part)} gets ${voltText(volt)} of ${needs.from}; it needs ${needs.minVolt} V.`,
        },
      ),
    );
  }
  return verdict('powered', findings);
}

/** Two plug-in supplies on one capsule: each lifts what the other senses, and pushes current into it. */
function twice({ compiled }: Readings, { part, by }: FedTwice): Finding {
  const names = by.map((f) => `${nameOf(compiled, f.part)} (${voltText(Math.abs(f.volt))})`).join(' and ');
  return {
    topic: `twice ${part}`,
    status: 'caution',
    value: by.length,
    limit: 1,
    unit: 'supplies',
    room: 0.1,
    brief: `${by.length} supplies at once`,
    sentence: `${nameOf(compiled, part)} is fed by ${names} at once: two plug-in supplies on one capsule disturb each other. Let one of them feed it.`,
    part,
    lane: 'power',
  };
}

const jointAt = ({ compiled }: Readings, part: string, port: string): string | undefined =>
  compiled.joints.find(({ joint: j }) => [j.a, j.b].some((r) => r.part === part && r.port === port))?.joint.id;

/** Chargers and power banks that are plugged into something that takes nothing from there. */
function idleChargers({ compiled, usb }: Readings): readonly Finding[] {
  const far = farSides(compiled);
  const fed = new Set(
    [...compiled.fitted.values()].flatMap(({ part, partClass: c }) => {
      const ports = [c.charging?.port, c.usb?.fed?.port, c.usb?.up, ...(c.host ? (c.usb?.down ?? []) : [])];
      return ports.flatMap((port) => (port === undefined ? [] : (feederAt(far, `${part.id}.${port}`)?.part.id ?? [])));
    }),
  );
  return compiled.joints.flatMap(({ joint, a, b }): readonly Finding[] => {
    const side = [a, b].find((s) => s.partClass.kind === 'power');
    if (!side || fed.has(side.part.id) || usb.feed?.part === side.part.id) return [];
    const sentence = `${nameOf(compiled, side.part.id)} charges nothing: ${jointSentence(compiled, joint.id)} leads nowhere.`;
    return [
      {
        topic: `idle ${side.part.id}`,
        status: 'caution',
        value: 0,
        limit: 1,
        unit: 'pieces fed',
        room: 0.1,
        brief: 'charges nothing',
        sentence,
        part: side.part.id,
        joint: joint.id,
        lane: 'power',
      },
    ];
  });
}

const keptBack = (reserve: number): string => (reserve > 0 ? ` with ${Math.round(100 * reserve)} % kept back` : '');

/** What lives on USB and is plugged into nothing that feeds it. */
function unfed({ compiled }: Readings, part: string): Finding {
  const { partClass } = compiled.fitted.get(part)!;
  const port = partClass.ports.find((p) => p.id === partClass.usb!.up)!;
  const joint = compiled.joints.find(({ a, b }) => [a, b].some((s) => s.part.id === part && s.port === port))?.joint.id;
  const where = joint ? ` at ${jointSentence(compiled, joint)}` : ': nothing is plugged there';
  return {
    topic: `fed ${part}`,
    status: 'fail',
    value: 0,
    limit: 1,
    unit: 'supplies',
    room: -1,
    brief: 'no power',
    sentence: `${nameOf(compiled, part)} has no power: it lives on its ${port.label} port, and nothing feeds that${where}.`,
    part,
    joint,
    lane: 'power',
  };
}

/** An input gives a microphone only so much. */
function phantomCurrent({ compiled }: Readings, { joint, from, to, milliampere, mostMa }: PhantomFeed): Finding {
  return finding(
    {
      topic: `phantom ${joint}`,
      value: milliampere,
      limit: mostMa,
      unit: 'mA of phantom power',
      room: (mostMa - milliampere) / (COMFORT_SHARE * mostMa),
      brief: `${milliampere.toFixed(1)} of ${mostMa} mA`,
      part: to,
      joint,
      lane: 'power',
    },
    {
      good: `${nameOf(compiled, from)} gives ${milliampere.toFixed(1)} mA of phantom power at ${jointSentence(compiled, joint)}.`,
      bad: `${nameOf(compiled, to)} draws ${milliampere.toFixed(1)} mA of phantom power at ${jointSentence(compiled, joint)}; an input gives at most ${mostMa} mA (IEC 61938).`,
    },
  );
}

/** What is left of the port's voltage after leads and joints, at the current that flows. */
function volts(readings: Readings, { part, on, volt, loadMa }: UsbNode): Finding {
  const { compiled } = readings;
  const joint = jointAt(readings, on.part, on.port);
  return finding(
    {
      topic: `volts ${part}`,
      value: volt,
      limit: LEAST_VOLT,
      unit: 'V at its plug',
      room: (volt - LEAST_VOLT) / COMFORT_VOLT,
      brief: `${volt.toFixed(2)} V`,
      part,
      joint,
      lane: 'power',
    },
    {
      good: `${nameOf(compiled, part)} has ${volt.toFixed(2)} V at its plug.`,
      bad: `${nameOf(compiled, part)} gets only ${volt.toFixed(2)} V${joint ? ` at ${jointSentence(compiled, joint)}` : ''}: the cables before it take the rest at ${loadMa.toFixed(0)} mA.`,
    },
  );
}

function tooDeep({ compiled }: Readings, { part, hubs }: UsbNode): Finding {
  return {
    topic: `hubs ${part}`,
    status: 'fail',
    value: hubs,
    limit: MOST_HUBS,
    unit: 'hubs',
    room: -1,
    brief: `${hubs} hubs deep`,
    sentence: `${nameOf(compiled, part)} hangs behind ${hubs} hubs; USB allows ${MOST_HUBS} in a row.`,
    part,
    lane: 'power',
  };
}
