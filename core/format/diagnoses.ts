import { type Filling, wordsOf } from './message';

/** What is asked of somebody who hunts a fault, why, and with what care. */
export const DIAGNOSIS_TEXTS = {
  'ask.listed': 'Open the app. Is {part} on its list of inputs, or did the {device:lower} show a notice?',
  'ask.recorded': 'Tap {part}, then tap the {device:lower}. Which one moves the meter?',
  'ask.level': 'Speak into the mic of {voice} as in the take. Where does the meter stand?',
  'ask.distorted': 'Play back ten seconds. Are the loud words harsh?',
  'ask.hiss': 'Play back ten seconds. Is there hiss behind the voice?',
  'ask.hum': 'Play back ten seconds. Is there hum or buzz behind the voice?',
  'ask.whine': 'Listen in the pauses. Is there a whine or static?',
  'ask.sides': 'Listen to the take on headphones. Where is {voice}?',
  'ask.tone': 'Listen to the take. How does the voice sound?',
  'ask.crackle': 'Listen while nothing is touched. Does the sound crackle or come and go?',
  'ask.ears': 'Play something. In which ears do you hear it?',
  'ask.self': 'Speak. Do you hear yourself in the headphones?',
  'ask.late': 'Speak. Does your own voice come back late, or twice?',
  'ask.caller': 'Let the caller speak. Do you hear them?',
  'ask.echo': 'Ask the caller: do they hear themselves?',
  'ask.howl': 'Does it howl or ring when nobody speaks?',
  'ask.power': 'Did the device show a notice about power?',
  'ask.lasts': 'Has anything gone flat, or does it stop on the way?',
  'ask.keys': 'Press a key. Does the keyboard answer?',
  'ask.answer': 'Did the device ask what you plugged in, and what did you answer?',
  'look.plug': 'Look at connection {joint:n}: is the plug of {part} all the way in, in the {socket}?',
  'look.knob': 'Look at {knob} of {part}: is it at {position}?',
  'look.piece': 'Look at {part}: is it really {class:article}? Count rings and plugs.',
  'look.battery': 'Look at {part}: is its lamp on, and not red?',
  'look.wiggle': 'Wiggle the plug of {part} at connection {joint:n} while you speak. Does the sound come and go?',
  'round.plugs':
    'Go along the cable from the mic on. Which plug is not all the way in, or in another socket than drawn?',
  'round.knobs': 'Look at the knobs and switches of {part}. Which one stands elsewhere?',
  'round.batteries': 'Look at the lamps. Which one is off, or red?',
  'act.one': '{act}. Is it right now?',
  'act.push': 'Push every plug home, one after the other. Is it right now?',
  'act.again': 'Unplug everything, then plug it in again as drawn, and open the app last. Is it right now?',
  'act.swap': 'Take the other {class:lower} from the bag in place of {part}. Is it right now?',
  'act.without': '{act}, for a try. Is it right now?',
  'why.parts': 'It takes about {seconds:n} s, and parts the two likeliest causes.',
  'why.mends': 'It takes about {seconds:n} s, and fixes it {chance} times in 10.',
  'why.narrows': 'It takes about {seconds:n} s, and narrows it down most for that.',
  'care.phantom': 'Switch 48 V off and turn the faders down before you touch a plug.',
  'care.ears': 'Take the headphones off your ears first.',
  'care.undo': 'Take it back before you try the next thing.',
  'care.mains': 'Mains plugs with dry hands, never with the earth lifted; leave wiring to an electrician.',
} as const;

/** What it may be and what is done about it, as they stand in a list or on a button. */
export const SUSPECT_TEXTS = {
  'round.plug': '{joint:n}: {part}',
  'round.knob': '{knob}, not at {position}',
  'round.all': 'All are right',
  'do.one': '{act}',
  'do.push': 'Push every plug home',
  'do.again': 'Unplug everything and plug it in again as drawn, app last',
  'do.swap': 'Take the other {class:lower} from the bag',
  'do.piece': 'Use {class:article} there',
  'do.repair': 'Use another {class:lower}, or have this one repaired',
  'do.own-mic': 'Unplug it and use the own mic of the {device:lower}, an arm away',
  'do.none': 'Note what was tried, and show it to somebody who knows the parts',
  'cause.seat': 'Plug not fully in at connection {joint:n} ({part})',
  'cause.unplugged': 'Connection {joint:n} is apart ({part})',
  'cause.inside': 'Bad contact or break in the plug at connection {joint:n} ({part})',
  'cause.move': '{part} is in the wrong socket (connection {joint:n})',
  'cause.exchange': 'Two plugs have changed places: {one} and {other}',
  'cause.turn': '{part} is the wrong way round',
  'cause.knob': '{knob} of {part}: not at {position}',
  'cause.outlet': '{part} hangs on another outlet than the rest',
  'cause.charge': 'Battery of {part} nearly empty',
  'cause.replace': '{part} is not what it looks like',
  'family.seat': 'A plug not fully in (connections {places})',
  'family.unplug': 'A connection that is apart ({places})',
  'family.inside': 'A bad contact or break in a plug (connections {places})',
  'family.move': 'A plug in the wrong socket (connections {places})',
  'family.knob': 'A knob or switch of {places}',
  'family.charge': 'An empty battery ({places})',
  'family.replace': 'A piece that is not what it looks like ({places})',
  'family.session': 'Something at the device: what is chosen, allowed or opened late',
  'cause.drawn': 'As set up: {cause}',
  'cause.figures': 'No fault: one of the parts or voices is louder or quieter than its type',
  'cause.else': 'Something else',
} as const;

const questions = wordsOf(DIAGNOSIS_TEXTS);
const suspects = wordsOf(SUSPECT_TEXTS);

/** A question or a sentence of a hunt, in words. */
export const diagnosisText = <Id extends keyof typeof DIAGNOSIS_TEXTS>(
  id: Id,
  values: Filling<(typeof DIAGNOSIS_TEXTS)[Id]>,
): string => questions.say(questions.message(id, values)).sentence;

/** A cause, a cure or an answer, in words. */
export const suspectText = <Id extends keyof typeof SUSPECT_TEXTS>(
  id: Id,
  values: Filling<(typeof SUSPECT_TEXTS)[Id]>,
): string => suspects.say(suspects.message(id, values)).sentence;
