import { type Filling, wordsOf } from './message';

/** What is wrong, made from the change that puts it right; and who is lost by it. */
export const CAUSE_TEXTS = {
  'seat.out': 'The plug at connection {joint:n}, {part} into the {socket}, stands {out:mm} out',
  dirt: 'The contacts at connection {joint:n}, {part} into the {socket}, are dirty',
  contact: 'The {contact} of the plug makes no contact at connection {joint:n}, {part} into the {socket}',
  bridge: 'The {one} and the {other} of the plug touch each other at connection {joint:n}, {part} into the {socket}',
  move: '{part} is in the {socket} (connection {joint:n}) and belongs in the {to}',
  exchange: 'Two plugs are exchanged: {one} is in the {here}, {other} in the {there}',
  'exchange.of-one': 'Two plugs of {part} are exchanged: its {one} is in the {here}, its {other} in the {there}',
  turn: 'The {part:lower} is the wrong way round',
  choose: 'Another input is chosen in the app',
  join: '{part} is not plugged in: its {port} belongs in the {socket}',
  'unplug.noise': 'Charging brings noise into the sound: {part} into the {socket} shares its ground with the sound',
  unplug: '{part} is in the {socket}',
  charge: 'The battery of {part} is not full at the start: {percent:figure} %',
  refresh: 'The battery of {part} does not last so long',
  arrive: '{part} comes too late, at minute {minute:n}',
  value: '{part} is {length:m} long',
  'outlet.another': '{part} hangs on another mains outlet than the rest',
  'outlet.shared': '{part} shares the mains outlet of the others',
  'in-the-way': '{part} is in the way',
  'takes-the-place': '{part} takes the place of the mic',
  'brings-hum': '{part} brings hum into the line',
  'too-far': '{part} is too far from {source}: {distance:m}',
  'too-near': '{part} is too near to {source}: {distance:m}',
  insert: 'At connection {joint:n}, {part} into the {socket}, something like {missing:article} is missing',
  attach: 'Nothing is in the {socket}',
  'replace.unknown': 'What {part} does is not known here',
  replace: '{part} is the wrong piece here',
  other: 'Something is not as it should be',

  'knob.off': '{knob} of {part} is off',
  'knob.open': '{knob} of {part} is open ({at})',
  'knob.high': '{knob} of {part} is too high ({at})',
  'knob.low': '{knob} of {part} is too low ({at})',
  'knob.switched': '{knob} is {at} at {part}',
  'knob.position': '{knob} of {part} stands at "{at}"',

  'session.opened-first': 'The {app} was opened before all was plugged in, and does not look again',
  'session.answer': 'The device was told that headphones were plugged in',
  'session.permission': 'The {app} is not allowed to use the mic',
  'session.automatic': 'The device does not change its input by itself',
  'session.processing-on': 'Noise processing is on in the {app}',
  'session.processing': 'Noise processing is set otherwise in the {app}',
  'session.output': 'Sound of the {app} plays somewhere else',
  'session.monitoring': 'Monitoring is {to} in the {app}',
  'session.tracks': 'An input has no armed track in the {app}',

  'then.lost-one': ': {names} does not arrive',
  'then.lost-more': ': {names} do not arrive',
  'then.not-used': ', so that the mic is not used',
  'then.full-scale': ': the peaks are {over:db} over full scale',
  'then.clips': ': it clips by {over:db}',
  'then.quiet': ': too quiet',
  'then.hiss': ': hiss',
  'then.static': ': static',
  'then.hum': ': hum',
  'then.echo': ': a caller hears their own voice',
  'then.self-unheard': ': you do not hear yourself',
  'then.caller-unheard': ': the caller is not heard',
} as const;

const { message, say } = wordsOf(CAUSE_TEXTS);

/** A cause in words, with what fills them. */
export const causeText = <Id extends keyof typeof CAUSE_TEXTS>(
  id: Id,
  values: Filling<(typeof CAUSE_TEXTS)[Id]>,
): string => say(message(id, values)).sentence;
