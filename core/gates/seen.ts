import { type Absence, type InputEntry, whyNot } from '../host';
import type { Readings } from '../readings';
import { blameShort } from './blame';
import { contactText, jointLabel, jointSentence, nameOf, ohmText } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

/** Decades of resistance that make a sensed microphone comfortable. */
const COMFORT_DECADES = 0.5;

/** Does the device notice what is plugged in, and does the app record from it? */
export function seenGate(readings: Readings): Verdict {
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
  const names = parts.map((p) => nameOf(compiled, p)).join(' and ');
  return [
    finding(
      {
        topic: 'clocks',
        value: ms,
        limit,
        unit: 'ms apart at the end',
        room: ms <= noticed ? 1 - (0.7 * ms) / noticed : (0.299 * (limit - ms)) / (limit - noticed),
        brief: `clocks ${ms.toFixed(0)} ms apart`,
        part: parts[1],
        lane: 'signal',
      },
      {
        good: `${names} run on clocks of their own, at most ${ms.toFixed(0)} ms apart at the end.`,
        bad: `${names} run on clocks of their own: up to ${ms.toFixed(0)} ms apart at the end.`,
      },
    ),
  ];
}

/** Sound pieces that the device passes over because it runs fewer at once: the person plugged them in to be used. */
function crowdedOut({ compiled, entries, intended }: Readings): Finding[] {
  const device = nameOf(compiled, compiled.device.part.id);
  const atOnce = compiled.device.partClass.host!.audioInterfacesAtOnce;
  const used = entries.filter((e) => e.listed && e.part !== compiled.device.part.id && e.spec.identity !== 'notes');
  return entries
    .filter((e) => e.why === 'one-interface-only' && e !== intended)
    .map((e): Finding => {
      const self = nameOf(compiled, e.part);
      return {
        topic: `one ${e.part}`,
        status: 'fail',
        value: used.length + 1,
        limit: atOnce,
        unit: 'USB sound pieces',
        room: -1,
        brief: `${atOnce} at once`,
        sentence: `The ${device} uses ${atOnce === 1 ? 'one USB sound piece' : `${atOnce} USB sound pieces`} at a time: ${used.map((u) => nameOf(compiled, u.part)).join(', ')} is in use, ${self} is not.`,
        part: e.part,
        joint: e.joint ?? undefined,
        lane: 'signal',
      };
    });
}

function judge(readings: Readings): Finding {
  const { compiled, intended, stand, app } = readings;
  const device = nameOf(compiled, compiled.device.part.id);
  const instead = insteadOf(readings);
  const fail = (brief: string, sentence: string, more: Partial<Finding> = {}): Finding => ({
    topic: 'input',
    status: 'fail',
    value: null,
    limit: null,
    unit: '',
    room: -1,
    brief,
    sentence: sentence.trim().replace(/ {2,}/g, ' '),
    part: intended?.part ?? compiled.device.part.id,
    joint: intended?.joint ?? undefined,
    lane: 'signal',
    ...more,
  });
  if (!intended) {
    const last = compiled.joints.find((j) => [j.a, j.b].some((s) => s.part.id === compiled.device.part.id));
    const at = { part: compiled.device.part.id, joint: last?.joint.id };
    if (!last) return fail('no input', `Nothing that could be recorded is plugged into the ${device}. ${instead}`, at);
    const charging = onlyCharges(readings);
    if (charging) {
      const { part, port, joint } = charging;
      const sentence = `The ${port} of ${nameOf(compiled, part)} only charges: no sound comes out of it at ${jointSentence(compiled, joint)}.`;
      return fail('only charges', `${sentence} ${instead}`, { part, joint });
    }
    const own = last.a.part.id === at.part ? last.a : last.b;
    const where = jointSentence(compiled, last.joint.id);
    return fail('no input', `The ${own.port.label} of the ${device} takes no microphone, at ${where}. ${instead}`, at);
  }
  if (!intended.listed) return absent(readings, intended, instead, fail);
  const why = whyNot(app, stand, intended);
  return why === null ? seen(intended, device, app.name) : passedOver(readings, intended, why, instead, fail);
}

/** A keyboard on the same device: no sound to record, but its notes must come in. */
function notes({ compiled, entries, app }: Readings): Finding[] {
  return entries
    .filter((e) => e.spec.identity === 'notes')
    .map((e): Finding => {
      const name = nameOf(compiled, e.part);
      const good = e.listed && app.takesNotes === true;
      const why = e.listed
        ? `the ${app.name} takes no MIDI.`
        : e.why === 'unpowered'
          ? 'it gets too little power to start.'
          : `no data reach it${e.joint ? ` at ${jointSentence(compiled, e.joint)}` : ''}.`;
      return {
        topic: `notes ${e.part}`,
        status: good ? 'pass' : 'fail',
        value: null,
        limit: null,
        unit: '',
        room: good ? 1 : -1,
        brief: good ? 'notes arrive' : 'no notes',
        sentence: good ? `The notes of ${name} reach the ${app.name}.` : `The notes of ${name} do not arrive: ${why}`,
        part: e.part,
        joint: e.joint ?? undefined,
        lane: 'signal',
      };
    });
}

type Fail = (brief: string, sentence: string, more?: Partial<Finding>) => Finding;

/** On the list or nearly, and not recorded: by what was done at the device, or by what the app is. */
function passedOver(readings: Readings, entry: InputEntry, why: Absence, instead: string, fail: Fail): Finding {
  const { compiled, app, stand } = readings;
  const label = entry.spec.label;
  const device = nameOf(compiled, compiled.device.part.id);
  switch (why) {
    case 'told-headphones':
      return fail(
        'told: headphones',
        `The ${device} was told that headphones were plugged in, so it lists no microphone. ${instead}`,
        { joint: entry.joint ?? undefined },
      );
    case 'app-refuses':
      return entry.unlicensed
        ? fail(
            'app refuses it',
            `The ${app.name} takes nothing through ${nameOf(compiled, entry.unlicensed)}: it is not certified. Other apps may. ${instead}`,
            { part: entry.unlicensed },
          )
        : fail(
            'app refuses it',
            `The ${app.name} takes a hands-free headset only, and ${label} calls itself a plain audio input. ${instead}`,
          );
    case 'not-allowed':
      return fail('not allowed', `The ${app.name} is not allowed to use any microphone, so nothing is recorded.`);
    case 'plugged-late':
      return fail(
        'plugged too late',
        `${label} was plugged in while the ${app.name} was open, and it looks only when it is opened. ${instead}`,
      );
    case 'automatic-off':
      return fail(
        'not switched over',
        `${label} is on the list, but the ${device} does not change over by itself. ${instead}`,
      );
    default:
      return fail(
        'not chosen',
        `${label} is on the list, but the ${app.name} is set to ${stand.taken === null ? 'none' : 'another input'}. ${instead}`,
      );
  }
}

function seen(entry: InputEntry, device: string, app: string): Finding {
  const base = { topic: 'input', part: entry.part, joint: entry.joint ?? undefined, lane: 'signal' as const };
  const sentence = `The ${device} lists ${entry.spec.label}, and the ${app} records from it.`;
  if (!entry.sense) {
    return { ...base, status: 'pass', value: 1, limit: 1, unit: 'inputs', room: 1, brief: 'listed, chosen', sentence };
  }
  const { ohm, minOhm, maxOhm } = entry.sense;
  const room = Math.min(Math.log10(ohm / minOhm), Math.log10(maxOhm / ohm)) / COMFORT_DECADES;
  const low = ohm / minOhm < maxOhm / ohm;
  const close = `${sentence} It is close: the sense line reads ${ohmText(ohm)} and a microphone is ${ohmText(minOhm)} to ${ohmText(maxOhm)}.`;
  return {
    ...base,
    status: room < 0.3 ? 'caution' : 'pass',
    value: ohm,
    limit: low ? minOhm : maxOhm,
    unit: 'ohm',
    room: Math.min(2, room),
    brief: `reads ${ohmText(ohm)}`,
    sentence: room < 0.3 ? close : sentence,
  };
}

function absent(readings: Readings, entry: InputEntry, instead: string, fail: Fail): Finding {
  const { compiled, usb } = readings;
  const self = nameOf(compiled, entry.part);
  const device = nameOf(compiled, compiled.device.part.id);
  const { sense, headphones } = entry;
  const ohms = sense && {
    value: Number.isFinite(sense.ohm) ? sense.ohm : null,
    limit: entry.why === 'open' ? sense.maxOhm : sense.minOhm,
    unit: 'ohm',
    room: Math.max(-3, entry.why === 'open' ? -1 : Math.log10(Math.max(sense.ohm, 1e-3) / sense.minOhm)),
    brief: `reads ${ohmText(sense.ohm)}`,
  };
  const reading = sense
    ? `The sense line reads ${ohmText(sense.ohm)}; a microphone is ${ohmText(sense.minOhm)} to ${ohmText(sense.maxOhm)}`
    : '';
  const where = entry.joint ? ` at ${jointSentence(compiled, entry.joint)}` : '';
  const lowResistance = () => {
    const takenFor = entry.why === 'short' ? 'plain headphones' : 'a pressed headset button';
    const what = entry.joint ? jointSentence(compiled, entry.joint) : self;
    return fail(
      '',
      `Too little resistance for a microphone at ${what}: the ${device} takes it for ${takenFor}. ${instead} ${reading}.`,
      { ...ohms },
    );
  };
  switch (entry.why) {
    case 'short': {
      const detect = entry.spec.detect;
      const culprit = detect.by === 'headset' ? blameShort(compiled, entry.part, detect, sense!.ohm) : null;
      const joint = culprit?.joint.joint.id ?? entry.joint ?? undefined;
      const plugSide =
        culprit &&
        (culprit.joint.mating.fits && culprit.joint.mating.plugIs === 'b' ? culprit.joint.b : culprit.joint.a);
      if (!culprit) return lowResistance();
      const at = jointSentence(compiled, culprit.joint.joint.id);
      const because = `At ${at}, the plug's ${contactText(culprit.plug)} shorts the microphone to ground: the ${device} takes it for plain headphones.`;
      return fail('', `${because} ${instead} ${reading}.`, {
        ...ohms,
        joint,
        part: plugSide?.part.id ?? entry.part,
      });
    }
    case 'button':
      return lowResistance();
    case 'open':
      return fail(
        '',
        `Nothing answers on the microphone contact${where}: the ${device} finds no microphone. ${instead} ${reading}.`,
        {
          ...ohms,
        },
      );
    case 'no-headphones':
      return fail(
        `${ohmText(headphones!.ohm)} on left/right`,
        `The ${device} wants to see headphones${where} before it calls this a headset. ${instead} Left and right read ${ohmText(headphones!.ohm)}, not ${ohmText(headphones!.minOhm)} to ${ohmText(headphones!.maxOhm)}.`,
        { value: Number.isFinite(headphones!.ohm) ? headphones!.ohm : null, limit: headphones!.maxOhm, unit: 'ohm' },
      );
    case 'not-plugged':
      return fail('nothing plugged in', `${emptyHole(readings, entry)} ${instead}`, { part: entry.part });
    case 'no-digital-path':
      return fail('no digital path', `No digital connection leads from ${self} to the ${device}. ${instead}`);
    case 'unpowered':
      return fail('no power', `${self} gets too little power to start, so the ${device} does not list it. ${instead}`);
    case 'unlicensed': {
      const piece = usb.nodes.get(entry.part)!.unlicensed!;
      return fail(
        'not certified',
        `The ${device} refuses ${nameOf(compiled, piece)}: it is not certified for it. ${instead}`,
        { part: piece },
      );
    }
    case 'charge-only': {
      const piece = usb.nodes.get(entry.part)!.noData!.part;
      return fail(
        'power only',
        `${nameOf(compiled, piece)} passes power and no data, so the ${device} does not notice ${self}. ${instead}`,
        { part: piece },
      );
    }
    case 'data-apart': {
      const { part, joint } = usb.nodes.get(entry.part)!.noData!;
      return fail(
        'no data',
        `Power arrives and no data: the data contacts do not meet their like${joint ? ` at ${jointSentence(compiled, joint)}` : ''}. ${instead}`,
        { part, joint },
      );
    }
    case 'no-identity': {
      const { part: piece, joint } = usb.nodes.get(entry.part)!.noData!;
      if (joint)
        return fail(
          'identity not read',
          `The identity contact does not meet its like at ${jointSentence(compiled, joint)}, so the ${device} looks for nothing behind it. ${instead}`,
          { part: piece, joint },
        );
      return fail(
        'no identity chip',
        `${nameOf(compiled, piece)} has no identity chip, so the ${device} looks for nothing behind it. ${instead}`,
        { part: piece },
      );
    }
    case 'other-bus':
      return fail(
        'not USB',
        `${self} speaks an older bus that is not USB: no cable or adapter translates it, and the ${device} cannot use it. ${instead}`,
      );
    case 'needs-driver':
      return fail(
        'needs a driver',
        `${self} is not of the USB audio class: it needs its maker's driver, and none can be put on the ${device}. ${instead}`,
      );
    case 'bus-full': {
      const bus = readings.buses.find((b) => b.streams.some((s) => s.part === entry.part))!;
      const own = bus.streams.find((s) => s.part === entry.part)!;
      const asked = own.inBytes + own.outBytes;
      return fail(
        `${bus.bytes.toFixed(0)} of ${bus.mostBytes.toFixed(0)} B/ms`,
        `${self} asks ${asked} bytes a millisecond of a ${bus.speed}-speed bus at ${nameOf(compiled, bus.at)}, which has not so much to give. ${instead}`,
        { value: bus.bytes, limit: bus.mostBytes, unit: 'B/ms' },
      );
    }
    default:
      return fail(
        'second interface',
        `The ${device} uses one USB sound piece at a time, and another was plugged in after ${self}${entry.joint ? ` (${jointLabel(compiled, entry.joint)})` : ''}. ${instead}`,
      );
  }
}

/** On the way of a voice, a hole or lead that passes power and nothing else. */
function onlyCharges({
  lines,
}: Readings): { readonly part: string; readonly port: string; readonly joint: string } | null {
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

/** The hole where the microphone should be, and what is in the other holes of that part. */
function emptyHole({ compiled }: Readings, { part, spec }: InputEntry): string {
  const self = nameOf(compiled, part);
  const { ports } = compiled.fitted.get(part)!.partClass;
  const port = spec.detect.by === 'plug' || spec.detect.by === 'headset' ? spec.detect.port : undefined;
  const label = ports.find((p) => p.id === port)?.label;
  const elsewhere = compiled.joints.flatMap(({ a, b }) => {
    const [own, other] = a.part.id === part ? [a, b] : [b, a];
    return own.part.id === part && other.port.carries !== 'power' && own.port.carries !== 'usb'
      ? [`${nameOf(compiled, other.part.id)} is in its ${own.port.label}`]
      : [];
  });
  if (label === undefined) return `Nothing is plugged into the ${self}.`;
  return `Nothing is in the ${label} of the ${self}${elsewhere.length > 0 ? `: ${elsewhere.join(', ')}` : ''}.`;
}

function insteadOf({ compiled, taken, stand }: Readings): string {
  if (taken && taken.spec.identity !== 'built-in') return '';
  if (!stand.allowed) return '';
  return `Its own microphone records instead, ${compiled.setup.job.distanceM} m away.`;
}
