import { atKey, oneWith } from '../algorithms';
import { figure, type GateMessage, gateMessage, listText, ohmText, sayGate } from '../format';
import { type Absence, type InputEntry, whyNot } from '../host';
import { hostIn, type JointId, type PartId, type PortId, runsOn } from '../model';
import type { Readings } from '../readings';
import { blameShort } from './blame';
import { contactText, jointNumber, nameOf, placeOf } from './say';
import { type Finding, finding, type Gate, stated, type Verdict, verdict } from './verdict';

/** Decades of resistance that make a sensed microphone comfortable. */
const COMFORT_DECADES = 0.5;

/** Does the device notice what is plugged in, and does the app record from it? */
export const seen: Gate = {
  judge: judgeAll,
  ofEachDevice: true,
  acts: ['careful', 'join', 'session', 'turn', 'exchange', 'move', 'remove', 'switch', 'bypass'],
  later: [/^(clocks|notes)/],
};

function judgeAll(readings: Readings): Verdict {
  return verdict('seen', [judge(readings), ...crowdedOut(readings), ...clocks(readings), ...notes(readings)]);
}

/** Two converters of their own quartz run apart by so much at most; est., each within 50 millionths. */
const CLOCKS_APART = 1e-4;
/** Live, two voices of one talk may be no further apart than sound and picture (EBU R 37, from memory). */
const LIVE_APART_MS = 60;
/** What an edit can still pull together by a clap at each end without being heard; est. From a tenth on it is worth a clap. */
const EDIT_APART_MS = 2000;
const NOTICED_SHARE = 0.03;

/** Tracks of several interfaces: each has a clock of its own. */
function clocks({ compiled, channels }: Readings): Finding[] {
  const parts = [...new Set(channels.map((c) => c.input.part))];
  if (parts.length < 2) return [];
  const { minutes, purpose } = compiled.setup.job;
  const ms = minutes * 60_000 * CLOCKS_APART;
  const limit = purpose === 'record' ? EDIT_APART_MS : LIVE_APART_MS;
  // A caution that grows with the minutes: comfortable only while nobody would notice.
  const noticed = purpose === 'record' ? NOTICED_SHARE * limit : limit / 2;
  const said = { parts: listText(parts.map((p) => nameOf(compiled, p))), drift: ms };
  return [
    finding(
      {
        topic: 'clocks',
        value: ms,
        limit,
        unit: 'ms apart at the end',
        margin: ms <= noticed ? 1 - (0.7 * ms) / noticed : (0.299 * (limit - ms)) / (limit - noticed),
        brief: `clocks ${figure(ms)} ms apart`,
        part: parts[1],
        lane: 'signal',
      },
      {
        good: gateMessage('seen.clocks-fine', said),
        bad: gateMessage('seen.clocks', said),
      },
    ),
  ];
}

/** Sound pieces that the device passes over because it runs fewer at once: the person plugged them in to be used. */
function crowdedOut({ compiled, entries, intended }: Readings): Finding[] {
  const device = nameOf(compiled, compiled.device.part.id);
  const atOnce = hostIn(compiled.device.partClass).audioInterfacesAtOnce;
  const used = entries.filter((e) => e.listed && e.part !== compiled.device.part.id && e.spec.identity !== 'notes');
  return entries
    .filter((e) => e.why === 'one-interface-only' && e !== intended)
    .map((e) =>
      stated(
        'fail',
        {
          topic: `one ${e.part}`,
          value: used.length + 1,
          limit: atOnce,
          unit: 'USB sound pieces',
          brief: `${atOnce} at once`,
          part: e.part,
          joint: e.joint ?? undefined,
          lane: 'signal',
        },
        gateMessage('seen.crowded', {
          part: nameOf(compiled, e.part),
          device,
          most: atOnce,
          used: listText(used.map((u) => nameOf(compiled, u.part))),
        }),
      ),
    );
}

function judge(readings: Readings): Finding {
  const { compiled, intended, stand, app } = readings;
  const device = nameOf(compiled, compiled.device.part.id);
  const instead = insteadOf(readings);
  const fail: Fail = (brief, words, more = {}) => {
    const found = stated(
      'fail',
      {
        topic: 'input',
        brief,
        part: intended?.part ?? compiled.device.part.id,
        joint: intended?.joint ?? undefined,
        lane: 'signal',
        ...more,
      },
      words,
    );
    const detail = [found.detail, instead].filter(Boolean).join(' ');
    return detail === '' ? found : { ...found, detail };
  };
  if (!runsOn(app, compiled.device.partClass)) {
    return fail('no such app', gateMessage('seen.no-app', { app: app.name, device }), {
      part: compiled.device.part.id,
      joint: undefined,
    });
  }
  if (!intended) {
    const last = compiled.joints.find((j) => [j.a, j.b].some((s) => s.part.id === compiled.device.part.id));
    const at = { part: compiled.device.part.id, joint: last?.joint.id };
    if (!last) return fail('no input', gateMessage('seen.nothing', { device }), at);
    const charging = onlyCharges(readings);
    if (charging) {
      const { part, port, joint } = charging;
      const words = { port, part: nameOf(compiled, part), joint: jointNumber(compiled, joint) };
      return fail('only charges', gateMessage('seen.only-charges', words), { part, joint });
    }
    const own = last.a.part.id === at.part ? last.a : last.b;
    const where = { joint: jointNumber(compiled, last.joint.id), place: placeOf(compiled, last.joint.id) };
    return fail('no input', gateMessage('seen.no-input', { port: own.port.label, device, ...where }), at);
  }
  if (!intended.listed) return absent(readings, intended, fail);
  const why = whyNot(app, stand, intended);
  return why === null ? listed(intended, device, app.name) : passedOver(readings, intended, why, fail);
}

/** A keyboard on the same device: no sound to record, but its notes must come in. */
function notes({ compiled, entries, app }: Readings): Finding[] {
  return entries
    .filter((e) => e.spec.identity === 'notes')
    .map((e): Finding => {
      const name = nameOf(compiled, e.part);
      const good = e.listed && app.takesNotes === true;
      const words = good
        ? gateMessage('seen.notes', { part: name, app: app.name })
        : e.listed
          ? gateMessage('seen.notes-refused', { part: name, app: app.name })
          : e.why === 'unpowered'
            ? gateMessage('seen.notes-unpowered', { part: name })
            : gateMessage('seen.notes-no-data', { part: name, joint: jointNumber(compiled, e.joint) });
      return stated(
        good ? 'pass' : 'fail',
        {
          topic: `notes ${e.part}`,
          brief: good ? 'notes arrive' : 'no notes',
          part: e.part,
          joint: e.joint ?? undefined,
          lane: 'signal',
        },
        words,
      );
    });
}

type Fail = (brief: string, words: GateMessage, more?: Partial<Finding>) => Finding;

/** On the list or nearly, and not recorded: by what was done at the device, or by what the app is. */
function passedOver(readings: Readings, entry: InputEntry, why: Absence, fail: Fail): Finding {
  const { compiled, app: appClass, stand } = readings;
  const input = entry.spec.label;
  const app = appClass.name;
  const device = nameOf(compiled, compiled.device.part.id);
  switch (why) {
    case 'told-headphones':
      return fail(
        'told: headphones',
        gateMessage('seen.told-headphones', { device, joint: jointNumber(compiled, entry.joint) }),
        { joint: entry.joint ?? undefined },
      );
    case 'app-refuses':
      return entry.unlicensed
        ? fail(
            'app refuses it',
            gateMessage('seen.not-certified-for-app', { app, part: nameOf(compiled, entry.unlicensed) }),
            { part: entry.unlicensed },
          )
        : fail('app refuses it', gateMessage('seen.headset-only', { app, input }));
    case 'not-allowed':
      return fail('not allowed', gateMessage('seen.not-allowed', { app }));
    case 'plugged-late':
      return fail('plugged too late', gateMessage('seen.plugged-late', { input, app }));
    case 'automatic-off':
      return fail('not switched over', gateMessage('seen.automatic-off', { input, device }));
    default:
      return fail(
        'not chosen',
        gateMessage('seen.not-chosen', { input, app, other: stand.taken === null ? 'none' : 'another input' }),
      );
  }
}

function listed(entry: InputEntry, device: string, app: string): Finding {
  const base = { topic: 'input', part: entry.part, joint: entry.joint ?? undefined, lane: 'signal' as const };
  const words = gateMessage('seen.listed', { device, input: entry.spec.label, app });
  if (!entry.sense) {
    return stated('pass', { ...base, value: 1, limit: 1, unit: 'inputs', brief: 'listed, chosen' }, words);
  }
  const { ohm, minOhm, maxOhm } = entry.sense;
  const margin = Math.min(Math.log10(ohm / minOhm), Math.log10(maxOhm / ohm)) / COMFORT_DECADES;
  const low = ohm / minOhm < maxOhm / ohm;
  return finding(
    {
      ...base,
      value: ohm,
      limit: low ? minOhm : maxOhm,
      unit: 'ohm',
      // What is outside of it is not listed.
      margin: Math.max(0, margin),
      brief: `reads ${ohmText(ohm)}`,
    },
    {
      good: words,
      bad: gateMessage('seen.close', { device, input: entry.spec.label, reads: ohm, from: minOhm, to: maxOhm }),
    },
  );
}

function absent(readings: Readings, entry: InputEntry, fail: Fail): Finding {
  const { compiled, usb } = readings;
  const self = nameOf(compiled, entry.part);
  const device = nameOf(compiled, compiled.device.part.id);
  const { sense, headphones } = entry;
  const joint = jointNumber(compiled, entry.joint);
  const place = placeOf(compiled, entry.joint);
  const ohms = sense && {
    value: Number.isFinite(sense.ohm) ? sense.ohm : null,
    limit: entry.why === 'open' ? sense.maxOhm : sense.minOhm,
    unit: 'ohm',
    margin: Math.max(-3, entry.why === 'open' ? -1 : Math.log10(Math.max(sense.ohm, 1e-3) / sense.minOhm)),
    brief: `reads ${ohmText(sense.ohm)}`,
  };
  const reads = { reads: sense?.ohm ?? null, from: sense?.minOhm ?? null, to: sense?.maxOhm ?? null };
  const lowResistance = () => {
    const words = { at: joint === null ? self : `connection ${joint}`, device, place, ...reads };
    return fail('', gateMessage(entry.why === 'short' ? 'seen.low-headphones' : 'seen.low-button', words), { ...ohms });
  };
  switch (entry.why) {
    case 'short': {
      const detect = entry.spec.detect;
      const culprit = detect.by === 'headset' ? blameShort(compiled, entry.part, detect, sense!.ohm) : null;
      if (!culprit) return lowResistance();
      const { joint: at, plug } = culprit;
      const plugSide = at.mating.fits && at.mating.plugIs === 'b' ? at.b : at.a;
      const words = {
        joint: jointNumber(compiled, at.joint.id),
        contact: contactText(plug),
        place: placeOf(compiled, at.joint.id),
        device,
        ...reads,
      };
      return fail('', gateMessage('seen.shorted', words), { ...ohms, joint: at.joint.id, part: plugSide.part.id });
    }
    case 'button':
      return lowResistance();
    case 'open':
      return fail('', gateMessage('seen.open', { device, joint, place, ...reads }), { ...ohms });
    case 'no-headphones': {
      const { ohm, minOhm, maxOhm } = headphones!;
      return fail(
        `${ohmText(ohm)} on left/right`,
        gateMessage('seen.wants-headphones', { device, joint, reads: ohm, from: minOhm, to: maxOhm }),
        { value: Number.isFinite(ohm) ? ohm : null, limit: maxOhm, unit: 'ohm' },
      );
    }
    case 'not-plugged':
      return fail('nothing plugged in', emptySocket(readings, entry), { part: entry.part });
    case 'no-digital-path':
      return fail('no digital path', gateMessage('seen.no-digital', { part: self, device }));
    case 'unpowered':
      return fail('no power', gateMessage('seen.unpowered', { part: self, device }));
    case 'unlicensed': {
      const piece = atKey(usb.nodes, entry.part).unlicensed!;
      const words = gateMessage('seen.unlicensed', { device, part: nameOf(compiled, piece) });
      return fail('not certified', words, { part: piece });
    }
    case 'charge-only': {
      const piece = atKey(usb.nodes, entry.part).noData!.part;
      const words = gateMessage('seen.power-only', { part: nameOf(compiled, piece), device, input: self });
      return fail('power only', words, { part: piece });
    }
    case 'data-apart': {
      const { part, joint: apart } = atKey(usb.nodes, entry.part).noData!;
      const at = { joint: jointNumber(compiled, apart), place: placeOf(compiled, apart) };
      return fail('no data', gateMessage('seen.data-apart', { input: self, ...at }), { part, joint: apart });
    }
    case 'no-identity': {
      const { part: piece, joint: apart } = atKey(usb.nodes, entry.part).noData!;
      const words = { device, part: nameOf(compiled, piece) };
      if (!apart) return fail('no identity chip', gateMessage('seen.no-identity', words), { part: piece });
      const at = { joint: jointNumber(compiled, apart), place: placeOf(compiled, apart) };
      return fail('identity not read', gateMessage('seen.identity-apart', { ...words, ...at }), {
        part: piece,
        joint: apart,
      });
    }
    case 'other-bus':
      return fail('not USB', gateMessage('seen.other-bus', { part: self, device }));
    case 'needs-driver':
      return fail('needs a driver', gateMessage('seen.needs-driver', { part: self, device }));
    case 'bus-full': {
      const bus = readings.buses.find((b) => b.streams.some((s) => s.part === entry.part))!;
      const own = oneWith(bus.streams, 'part', entry.part);
      const words = {
        hub: nameOf(compiled, bus.at),
        part: self,
        speed: bus.speed,
        asked: own.inBytes + own.outBytes,
        bytes: bus.bytes,
        most: bus.mostBytes,
      };
      return fail(`${figure(bus.bytes)} of ${figure(bus.mostBytes)} B/ms`, gateMessage('seen.bus-full', words), {
        value: bus.bytes,
        limit: bus.mostBytes,
        unit: 'B/ms',
      });
    }
    default:
      return fail('second interface', gateMessage('seen.second-interface', { device, part: self, joint }));
  }
}

/** On the way of a voice, a hole or lead that passes power and nothing else. */
function onlyCharges({
  lines,
}: Readings): { readonly part: PartId; readonly port: PortId; readonly joint: JointId } | null {
  for (const { path } of lines) {
    for (const { joint, a, b } of path?.joints ?? []) {
      const side = [a, b].find(
        (s) => s.port.flow === 'power' || (s.partClass.usb?.data === 'none' && s.port.carries === 'usb'),
      );
      if (side) return { part: side.part.id, port: side.port.label, joint: joint.id };
    }
  }
  return null;
}

/** The socket where the microphone should be, and what is in the other sockets of that part. */
function emptySocket({ compiled }: Readings, { part, spec }: InputEntry): GateMessage {
  const self = nameOf(compiled, part);
  const { ports } = atKey(compiled.fitted, part).partClass;
  const port = spec.detect.by === 'plug' || spec.detect.by === 'headset' ? spec.detect.port : undefined;
  const label = ports.find((p) => p.id === port)?.label;
  const elsewhere = compiled.joints.flatMap(({ a, b }) => {
    const [own, other] = a.part.id === part ? [a, b] : [b, a];
    return own.part.id === part && other.port.carries !== 'power' && own.port.carries !== 'usb'
      ? [`${nameOf(compiled, other.part.id)} is in its ${own.port.label}`]
      : [];
  });
  if (label === undefined) return gateMessage('seen.unplugged', { part: self });
  return gateMessage('seen.empty', { socket: label, part: self, elsewhere: listText(elsewhere) });
}

/** What records in place of what was meant; nothing where nothing does. */
function insteadOf({ compiled, taken, stand }: Readings): string {
  if (taken && taken.spec.identity !== 'built-in') return '';
  if (!stand.allowed) return '';
  return sayGate(gateMessage('seen.own-mic', { distance: compiled.setup.job.distanceM })).sentence;
}
