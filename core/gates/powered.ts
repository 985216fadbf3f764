import { atKey, byId } from '../algorithms';
import { figure, gateMessage, listText, minutesText, voltText } from '../format';
import { knobAt, looseParts, type PartId, type PortId } from '../model';
import { farSides, feederAt, LEAST_VOLT, type PhantomFeed, type UsbNode } from '../power';
import type { FedTwice, Readings } from '../readings';
import { jointNumber, nameOf, placeOf } from './say';
import { type Finding, finding, type Gate, stated, type Verdict, verdict } from './verdict';

/** A quarter in hand is comfortable, of current and of time. */
const COMFORT_SHARE = 0.25;

/** What a good port still has at its end, over the least. */
const COMFORT_VOLT = 0.35;
/** Hubs in series at most (USB 2.0, 4.1.1, from memory). */
const MOST_HUBS = 5;

/** Does everything get what it needs, for as long as the job lasts? */
export const powered: Gate = {
  judge: judgeAll,
  ofEachDevice: true,
  acts: ['careful', 'refresh', 'join', 'switch', 'move', 'exchange', 'turn', 'remove', 'bypass'],
};

function judgeAll(readings: Readings): Verdict {
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
        margin: spare / (COMFORT_SHARE * s.supplyMa),
        brief:
          spare < 0
            ? `needs ${figure(s.loadMa)} mA, gets ${figure(s.supplyMa)}`
            : `${figure(s.loadMa)} of ${figure(s.supplyMa)} mA`,
        part: spare < 0 ? hungriest : s.part,
        joint,
        lane: 'power',
      },
      {
        good: gateMessage('powered.supply-fine', { giver, load: s.loadMa, supply: s.supplyMa }),
        near: gateMessage('powered.supply-near', { giver, load: s.loadMa, supply: s.supplyMa }),
        bad: gateMessage('powered.supply-over', {
          part: nameOf(compiled, hungriest),
          joint: jointNumber(compiled, joint),
          load: s.loadMa,
          giver,
          supply: s.supplyMa,
          place: placeOf(compiled, joint),
        }),
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
    if (atKey(compiled.fitted, r.part).partClass.bank) continue;
    const spare = Math.min(r.minutes, 1e6) - minutes;
    findings.push(
      finding(
        {
          topic: `runtime ${r.part}`,
          value: Math.min(r.minutes, 1e6),
          limit: minutes,
          unit: 'min',
          margin: spare / (COMFORT_SHARE * minutes),
          brief: spare >= 0 ? `lasts ${minutesText(r.minutes)}` : `${minutesText(-spare)} short`,
          part: r.part,
          lane: 'power',
        },
        {
          good: Number.isFinite(r.minutes)
            ? gateMessage('powered.lasts', { part: nameOf(compiled, r.part), runtime: r.minutes })
            : gateMessage('powered.charged', { part: nameOf(compiled, r.part) }),
          near: gateMessage('powered.nearly-short', {
            part: nameOf(compiled, r.part),
            spare,
            reserve: keptBack(r.cell.reserve),
          }),
          bad: gateMessage('powered.short', {
            part: nameOf(compiled, r.part),
            runtime: r.minutes,
            short: -spare,
            reserve: keptBack(r.cell.reserve),
          }),
        },
      ),
    );
  }
  const device = compiled.device.part.id;
  const runs = readings.runtimes.find((r) => r.part === device);
  if (compiled.setup.job.charging && runs && Number.isFinite(runs.minutes)) {
    const about = { topic: 'charging', brief: 'not charged', part: device, lane: 'power' as const };
    findings.push(stated('fail', about, gateMessage('powered.not-charged', { part: nameOf(compiled, device) })));
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
          margin: onMains ? 1 : -1,
          brief: onMains ? 'mains at hand' : 'no mains here',
          part: part.id,
          lane: 'power',
        },
        {
          good: gateMessage('powered.mains', { part: nameOf(compiled, part.id) }),
          bad: gateMessage('powered.no-mains', { part: nameOf(compiled, part.id) }),
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
          margin: volt / needs.minVolt - 1,
          brief: `${figure(Math.abs(volt), 1)} V, needs ${needs.minVolt} V`,
          part: fed.part,
          lane: 'power',
        },
        {
          good: gateMessage('powered.needs-fine', { part: nameOf(compiled, fed.part), volt }),
          bad: gateMessage('powered.needs', {
            part: nameOf(compiled, fed.part),
            volt,
            from: needs.from,
            least: needs.minVolt,
          }),
        },
      ),
    );
  }
  // What lies on the table joined to nothing needs nothing yet.
  const loose = looseParts(compiled.setup, compiled.catalogue);
  return verdict(
    'powered',
    findings.filter((f) => f.part === undefined || !loose.has(f.part)),
  );
}

/** Two plug-in supplies on one capsule: each lifts what the other senses, and pushes current into it. */
function twice({ compiled }: Readings, { part, by }: FedTwice): Finding {
  const suppliers = listText(by.map((f) => `${nameOf(compiled, f.part)} (${voltText(Math.abs(f.volt))})`));
  return stated(
    'caution',
    {
      topic: `twice ${part}`,
      value: by.length,
      limit: 1,
      unit: 'supplies',
      brief: `${by.length} supplies at once`,
      part,
      lane: 'power',
    },
    gateMessage('powered.twice', { part: nameOf(compiled, part), suppliers }),
  );
}

const jointAt = ({ compiled }: Readings, part: PartId, port: PortId): string | undefined =>
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
    return [
      stated(
        'caution',
        {
          topic: `idle ${side.part.id}`,
          value: 0,
          limit: 1,
          unit: 'pieces fed',
          brief: 'charges nothing',
          part: side.part.id,
          joint: joint.id,
          lane: 'power',
        },
        gateMessage('powered.idle', {
          part: nameOf(compiled, side.part.id),
          joint: jointNumber(compiled, joint.id),
          place: placeOf(compiled, joint.id),
        }),
      ),
    ];
  });
}

/** Percent of a battery that are kept back; null of none. */
const keptBack = (reserve: number): number | null => (reserve > 0 ? Math.round(100 * reserve) : null);

/** What lives on USB and is plugged into nothing that feeds it. */
function unfed({ compiled }: Readings, part: PartId): Finding {
  const { partClass } = atKey(compiled.fitted, part);
  const port = byId(partClass.ports, partClass.usb!.up!);
  const joint = compiled.joints.find(({ a, b }) => [a, b].some((s) => s.part.id === part && s.port === port))?.joint.id;
  return stated(
    'fail',
    { topic: `fed ${part}`, value: 0, limit: 1, unit: 'supplies', brief: 'no power', part, joint, lane: 'power' },
    gateMessage('powered.unfed', {
      part: nameOf(compiled, part),
      port: port.label,
      joint: jointNumber(compiled, joint),
    }),
  );
}

/** An input gives a microphone only so much. */
function phantomCurrent({ compiled }: Readings, { joint, from, to, milliampere, mostMa }: PhantomFeed): Finding {
  return finding(
    {
      topic: `phantom ${joint}`,
      value: milliampere,
      limit: mostMa,
      unit: 'mA of phantom power',
      margin: (mostMa - milliampere) / (COMFORT_SHARE * mostMa),
      brief: `${figure(milliampere, 1)} of ${mostMa} mA`,
      part: to,
      joint,
      lane: 'power',
    },
    {
      good: gateMessage('powered.phantom-fine', {
        part: nameOf(compiled, from),
        current: milliampere,
        joint: jointNumber(compiled, joint),
      }),
      bad: gateMessage('powered.phantom-over', {
        part: nameOf(compiled, to),
        current: milliampere,
        joint: jointNumber(compiled, joint),
        most: mostMa,
        place: placeOf(compiled, joint),
      }),
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
      margin: (volt - LEAST_VOLT) / COMFORT_VOLT,
      brief: `${figure(volt, 2)} V`,
      part,
      joint,
      lane: 'power',
    },
    {
      good: gateMessage('powered.volts-fine', { part: nameOf(compiled, part), volt }),
      bad: gateMessage(volt < 0.005 ? 'powered.no-volts' : 'powered.volts-low', {
        part: nameOf(compiled, part),
        volt,
        joint: jointNumber(compiled, joint),
        load: loadMa,
      }),
    },
  );
}

function tooDeep({ compiled }: Readings, { part, hubs }: UsbNode): Finding {
  return stated(
    'fail',
    {
      topic: `hubs ${part}`,
      value: hubs,
      limit: MOST_HUBS,
      unit: 'hubs',
      brief: `${hubs} hubs deep`,
      part,
      lane: 'power',
    },
    gateMessage('powered.deep', { part: nameOf(compiled, part), hubs, most: MOST_HUBS }),
  );
}
