import { wordsOf } from './message';

/** What the gates ask those who meet them for the first time, and what they say: verdict, then place; the rest behind "Why?". */
export const GATE_TEXTS = {
  'strange.device': 'What {device} does is not known here: choose a device that is.',
  'strange.app': 'What {app} on {device} takes and plays is not known here: choose an app that is.',
  'not-in-use': 'Not judged: the {app} records from {used}, not from this line.',

  'fit.asks': 'Do all plugs go fully in?',
  'fit.nothing': 'Nothing is plugged into the {device} yet.',
  'fit.strange': {
    say: 'Not known whether {part} fits at connection {joint:n}.',
    why: 'What it does cannot be computed: replace it with a part that is known here[, or take {it} out].',
  },
  'fit.not': { say: 'Does not fit at connection {joint:n}: {reason:lower}', why: '{place:capital}.' },
  'fit.seated-one': 'The plug is fully in.',
  'fit.seated': 'All {count:n} connections are fully in.',
  'fit.out-ring': {
    say: 'Plug not fully in at connection {joint:n}: {out:mm} out.',
    why: '{place:capital}: past {slack:mm} the contacts of the {plug} meet the wrong ring.',
  },
  'fit.out-touch': {
    say: 'Plug not fully in at connection {joint:n}: {out:mm} out.',
    why: '{place:capital}: past {slack:mm} the {plug} no longer touches.',
  },
  'fit.hangs': '{mass:g} on the {device}, which bears about {limit:g}.',
  'fit.heavy': {
    say: 'Heavy on the {device}: {mass:g}, of about {limit:g} that it bears.',
    why: 'On it with no cable between: {parts}.',
  },
  'fit.too-heavy-gimbal': {
    say: 'Too heavy on the {device}: {mass:g}, a gimbal balances about {limit:g}.',
    why: 'On it with no cable between: {parts}.',
  },
  'fit.too-heavy-hand': {
    say: 'Too heavy on the {device}: {mass:g}, its socket bears about {limit:g}.',
    why: 'On it with no cable between: {parts}.',
  },

  'wired.asks': 'Does every contact touch the right one?',
  'wired.unplaced': 'No mic is placed for {source}.',
  'wired.another': '{source} is at {microphone}, and {recorded} is recorded.',
  'wired.no-way': 'No connection leads from {microphone} to {to}.',
  'wired.nothing-takes': 'Nothing on the {device} takes sound from outside as it is plugged now.',
  'wired.arrives': '{microphone} reaches {to}.',
  'wired.radio-fine': {
    say: '{part} sends over {distance:m}, well within its reach.',
    why: 'It reaches {free:m} in free sight, {body:m} through people.',
  },
  'wired.radio-near': {
    say: '{part} sends over {distance:m}: good in free sight, drops out with people between.',
    why: 'It reaches {free:m} in free sight, {body:m} through people. Walk the way before it counts.',
  },
  'wired.radio-far': {
    say: '{part} does not reach over {distance:m}.',
    why: 'It reaches {free:m} in free sight, {body:m} through people.',
  },
  'wired.lost': '{source} does not reach the {to} from {microphone}.',
  'wired.not-armed': '{source} arrives at input {number:n} of {part}, but no armed track of the {app} records it.',
  'wired.one-channel':
    '{source} arrives at input {number:n} of {part}; with noise processing the {app} records the first input only.',
  'wired.first-only':
    '{source} arrives at input {number:n} of {part}, but the {app} records the {records:inputs} only.',
  'wired.no-power': '{part} has no power, so nothing comes out of it.',
  'wired.unfed': '{part} gets no {from}: {volt:volt} arrive, it needs {least:n} V.',
  'wired.unfed-reversed': '{part} gets no {from}: {volt:volt} arrive the wrong way round, it needs {least:n} V.',
  'wired.one-side-live': {
    say: '{source} is on the {side} channel only: live, half the listeners lose it.',
    why: '[At {place}, the other contact carries nothing.]',
  },
  'wired.one-side-wished': {
    say: '{source} is on the {side} channel only. One channel was asked for.',
    why: '[At {place}, the other contact carries nothing.]',
  },
  'wired.one-side': {
    say: '{source} is on the {side} channel only. An edit can put it on both.',
    why: '[At {place}, the other contact carries nothing.]',
  },
  'wired.both-sides': '{source} is on both channels.',
  'wired.cancels': {
    say: '{source} vanishes in mono: right has the reversed polarity of left[, from connection {joint:n} on].',
    why: '[At {place}, hot meets left and cold meets right.]',
  },
  'wired.side-lost': 'Of {part} only the {kept} side is recorded: nothing of its {lost} side gets through.',
  'wired.exchanged': {
    say: 'Left and right of {part} are exchanged: its left is recorded on the right.',
    why: 'Red is right.',
  },
  'wired.too-few-channels': '{part} records {have:channels}: {want:n} sources cannot have one each.',
  'wired.own-channel': '{source} has a channel of its own.',
  'wired.shared-channel': '{source} shares a channel: the other voice is only {apart:db} down on it.',

  'seen.asks': 'Does the device notice the mic, and does the app take it?',
  'seen.clocks-fine': '{parts} run on clocks of their own, at most {drift:ms} apart at the end.',
  'seen.clocks': '{parts} run on clocks of their own: up to {drift:ms} apart at the end.',
  'seen.crowded': {
    say: '{part} is not in use: the {device} uses {most:pieces} at a time.',
    why: 'In use: {used}.',
  },
  'seen.no-app': 'There is no {app} on the {device}.',
  'seen.nothing': 'Nothing that could be recorded is plugged into the {device}.',
  'seen.only-charges': 'The {port} of {part} only charges: no sound comes out of it at connection {joint:n}.',
  'seen.no-input': {
    say: 'The {port} of the {device} takes no mic, at connection {joint:n}.',
    why: '{place:capital}.',
  },
  'seen.listed': 'The {device} lists {input}, and the {app} records from it.',
  'seen.close': {
    say: 'The {device} lists {input}, but only just.',
    why: 'The sense line reads {reads:ohm}; a mic is {from:ohm} to {to:ohm}.',
  },
  'seen.notes': 'The notes of {part} reach the {app}.',
  'seen.notes-refused': 'The notes of {part} do not arrive: the {app} takes no MIDI.',
  'seen.notes-unpowered': 'The notes of {part} do not arrive: it gets too little power to start.',
  'seen.notes-no-data': 'The notes of {part} do not arrive: no data reach it[ at connection {joint:n}].',
  'seen.told-headphones':
    'The {device} was told that headphones were plugged in, so it lists no mic[ at connection {joint:n}].',
  'seen.not-certified-for-app': 'The {app} takes nothing through {part}: it is not certified. Other apps may.',
  'seen.headset-only': 'The {app} takes a headset only, and {input} calls itself a plain audio input.',
  'seen.not-allowed': 'The {app} is not allowed to use any mic, so nothing is recorded.',
  'seen.plugged-late': '{input} was plugged in while the {app} was open, and it looks only when it is opened.',
  'seen.automatic-off': '{input} is detected, but the {device} does not change over by itself.',
  'seen.not-chosen': '{input} is detected, but the {app} is set to {other}.',
  'seen.shorted': {
    say: "Mic not detected: at connection {joint:n} the plug's {contact} shorts it to ground.",
    why: '{place:capital}: the {device} takes it for plain headphones. The sense line reads {reads:ohm}; a mic is {from:ohm} to {to:ohm}.',
  },
  'seen.low-headphones': {
    say: 'Too little resistance for a mic at {at}: the {device} takes it for plain headphones.',
    why: '[{place:capital}. ]The sense line reads {reads:ohm}; a mic is {from:ohm} to {to:ohm}.',
  },
  'seen.low-button': {
    say: 'Too little resistance for a mic at {at}: the {device} takes it for a pressed headset button.',
    why: '[{place:capital}. ]The sense line reads {reads:ohm}; a mic is {from:ohm} to {to:ohm}.',
  },
  'seen.open': {
    say: 'Mic not detected: nothing answers on the mic contact of the {device}[ at connection {joint:n}].',
    why: '[{place:capital}. ]The sense line reads {reads:ohm}; a mic is {from:ohm} to {to:ohm}.',
  },
  'seen.wants-headphones': {
    say: 'Mic not detected: the {device} needs headphones plugged in too[, at connection {joint:n}].',
    why: 'It calls this a headset where left and right read {from:ohm} to {to:ohm}; they read {reads:ohm}.',
  },
  'seen.empty': 'Nothing is in the {socket} of the {part}[: {elsewhere}].',
  'seen.unplugged': 'Nothing is plugged into the {part}.',
  'seen.no-digital': 'No digital connection leads from {part} to the {device}.',
  'seen.unpowered': '{part} gets too little power to start, so the {device} does not list it.',
  'seen.unlicensed': 'The {device} refuses {part}: it is not certified for it.',
  'seen.power-only': '{part} passes power and no data, so the {device} does not notice {input}.',
  'seen.data-apart': {
    say: 'No data reach {input}[ at connection {joint:n}], only power.',
    why: '[{place:capital}: ]the data contacts do not meet their like.',
  },
  'seen.identity-apart': {
    say: 'The {device} looks for nothing behind {part}: its identity contact touches nothing at connection {joint:n}.',
    why: '{place:capital}.',
  },
  'seen.no-identity': '{part} has no identity chip, so the {device} looks for nothing behind it.',
  'seen.other-bus': '{part} is not USB but an older bus: the {device} cannot use it, and no adapter helps.',
  'seen.needs-driver': "{part} is not class-compliant: it needs its maker's driver, and the {device} takes none.",
  'seen.bus-full': {
    say: 'Too much USB audio at {hub}: {part} gets no room on its {speed}-speed bus.',
    why: '{part} asks {asked:n} bytes a millisecond; all together {bytes:figure}, of {most:figure} there are.',
  },
  'seen.second-interface':
    'The {device} uses one USB sound piece at a time, and another was plugged in after {part}[ (connection {joint:n})].',
  'seen.own-mic': 'Its own mic records instead, {distance:m} away.',

  'level.asks': 'Loud enough, and not too loud?',
  'level.not-known': 'The level is known once the voice arrives.',
  'level.stage-fine': '{part} has {spare:db} of headroom.',
  'level.stage-near': '{part} has only {spare:db} of headroom above the peaks.',
  'level.stage-clips': {
    say: '{part} clips: the peaks are {over:db} over what its output can do.',
    why: 'No later knob helps.',
  },
  'level.mic-fine': '{part} takes {spare:db} more from {source}.',
  'level.mic-near': '{source} is nearly too loud for {part} itself: {spare:db} of headroom at the peaks.',
  'level.mic-over': {
    say: '{source} is too loud for {part} itself, by {over:db} at the peaks.',
    why: 'No knob helps.',
  },
  'level.peaks-fine': 'Peaks at the {device} reach {peak:figure} dBFS.',
  'level.peaks-near': 'Only {spare:db} of headroom above the peaks at the {device}.',
  'level.clips': 'The {device} clips: the peaks are {over:db} over full scale[ at connection {joint:n}].',
  'level.wrong-kind': {
    say: 'Line level meets a mic input[ at connection {joint:n}]: the peaks are {over:db} over full scale of the {device}.',
    why: '[{place:capital}.]',
  },
  'level.quiet-fine': 'The quietest voice peaks at {peak:figure} dBFS.',
  'level.quiet': 'The quietest voice peaks at only {peak:figure} dBFS at the {device}.',

  'clean.asks': 'Is the voice well above the noise?',
  'clean.not-known': 'Noise is known once the voice arrives.',
  'clean.fine': {
    say: 'The voice is about {snr:figure} dB above the noise.',
    why: 'A-weighted; most of what is left comes from {part} ({what}).',
  },
  'clean.hiss': {
    say: 'Hiss: the voice is only about {snr:figure} dB above the noise, most of it from {part}.',
    why: 'A-weighted; what makes it: {what}.',
  },
  'clean.noisy-room': {
    say: 'The room is noisy: at {part} the voice is only about {snr:figure} dB above it.',
    why: 'A-weighted.',
  },
  'clean.pauses-fine': {
    say: 'Automatic level makes the noise {lift:db} louder in pauses: it stays {left:db} below the voice.',
    why: '{device} turns its gain up when nobody speaks.',
  },
  'clean.pauses': {
    say: 'Automatic level brings the noise up in every pause, to {left:db} below the voice.',
    why: '{device} turns its gain up by {lift:db} when nobody speaks. Manual level leaves it alone.',
  },
  'clean.no-hum': 'No hum is to be expected.',
  'clean.hum-fine': { say: 'Mains hum is about {over:figure} dB below the voice.', why: 'Most of it: {what} {way}.' },
  'clean.supply-fine': 'Noise of supplies is about {over:figure} dB below the voice.',
  'clean.static': {
    say: 'Static or whine from the supply {part}: only about {over:figure} dB below the voice.',
    why: 'Over a shared ground {way}. Between {least:figure} and {most:figure} dB(A): an order of magnitude.',
  },
  'clean.hum-loop': {
    say: 'Hum: ground loop between {from} and {to}, only about {over:figure} dB below the voice.',
    why: 'By {what} {way}. Between {least:figure} and {most:figure} dB(A): an order of magnitude.',
  },
  'clean.hum-into': {
    say: 'Hum: {what} into {part}, only about {over:figure} dB below the voice.',
    why: 'Between {least:figure} and {most:figure} dB(A): an order of magnitude.',
  },
  'clean.hum-over': {
    say: 'Hum: {what} into {part}, louder than the voice by about {by:figure} dB.',
    why: '{way:capital}. Between {least:figure} and {most:figure} dB(A) below it: an order of magnitude.',
  },
  'clean.direct': 'At {microphone} the voice is {direct:db} louder than the room.',
  'clean.nearly-distant': {
    say: '{microphone} hears nearly as much of the room as of the voice, at {distance:m}.',
    why: 'Past about {critical:m} the room is louder.',
  },
  'clean.distant': {
    say: '{microphone} hears more of the room than of the voice, at {distance:m}.',
    why: 'Past about {critical:m} the room is louder.',
  },
  'clean.own-mic':
    "The device's own mic, {distance:m} away, would have the voice {better:db} nearer its noise[, and {room:db} nearer the room].",
  'clean.own-mic-room':
    "At the device's own mic, {distance:m} away, the room would be {room:db} louder beside the voice.",
  'clean.own-mic-as-good':
    "The device's own mic, {distance:m} away, would be as good: the voice {snr:db} above its noise.",
  'clean.band': '{source} comes through[ from {low:hz}][ up to {high:hz}].',
  'clean.dull': '{source} sounds dull: at {input} the line has fallen by 3 dB at {hz:hz}.',
  'clean.thin': '{source} sounds thin: at {input} the line has fallen by 3 dB at {hz:hz}.',

  'powered.asks': 'Does everything get its current, to the end?',
  'powered.supply-fine': '{giver} gives {load:ma} of the {supply:ma} it can.',
  'powered.supply-near': '{giver} gives {load:ma} of the {supply:ma} it can: little is left.',
  'powered.supply-over': {
    say: 'Too little power for {part}[ at connection {joint:n}]: needs {load:ma}, {giver} gives {supply:ma}.',
    why: '[{place:capital}. ]Counted with all that shares that supply.',
  },
  'powered.not-charged': '{part} is not charged meanwhile, as it is to be.',
  'powered.charged': '{part} is charged all the while.',
  'powered.lasts': '{part} lasts about {runtime:min}.',
  'powered.nearly-short': {
    say: 'The battery of {part} lasts only {spare:min} longer than the job.',
    why: '[{reserve:n} % kept back.]',
  },
  'powered.short': {
    say: 'The battery of {part} lasts about {runtime:min}, {short:min} less than the job.',
    why: '[{reserve:n} % kept back.]',
  },
  'powered.mains': '{part} has the mains it needs.',
  'powered.no-mains': '{part} needs the mains, and there is none at this place.',
  'powered.needs-fine': '{part} has {volt:volt1}.',
  'powered.needs': '{part} gets {volt:volt} of {from}; it needs {least:n} V.',
  'powered.twice': {
    say: '{part} is fed by {suppliers} at once.',
    why: 'Two plug-in supplies on one capsule disturb each other. Let one of them feed it.',
  },
  'powered.idle': { say: '{part} charges nothing: connection {joint:n} leads nowhere.', why: '{place:capital}.' },
  'powered.unfed':
    '{part} has no power: it lives on its {port} port, and nothing feeds that[ at connection {joint:n}].',
  'powered.phantom-fine': '{part} gives {current:ma1} of phantom power at connection {joint:n}.',
  'powered.phantom-over': {
    say: '{part} draws {current:ma1} of phantom power at connection {joint:n}: more than an input gives.',
    why: '{place:capital}: at most {most:n} mA (IEC 61938).',
  },
  'powered.volts-fine': '{part} has {volt:volt} at its plug.',
  'powered.no-volts': {
    say: '{part} gets no voltage[ at connection {joint:n}].',
    why: 'The cables before it would take all of it at {load:ma}.',
  },
  'powered.volts-low': {
    say: '{part} gets only {volt:volt}[ at connection {joint:n}].',
    why: 'The cables before it take the rest at {load:ma}.',
  },
  'powered.deep': '{part} hangs behind {hubs:n} hubs; USB allows {most:n} in a row.',

  'heard.asks': 'Can those who must listen hear?',
  'heard.nobody': 'Nobody has to hear anything while it runs.',
  'heard.no-headphones': 'Nothing is there to hear {what} with: no headphones are plugged in.',
  'heard.monitoring-off': {
    say: 'You do not hear yourself: monitoring is off in the {app}.',
    why: 'Nothing leads your voice to the headphones by wire.',
  },
  'heard.no-monitoring': {
    say: 'You do not hear yourself: the {app} does not play what it records.',
    why: 'Nothing leads your voice to the headphones by wire.',
  },
  'heard.by-wire': '{part} let you hear {what} by wire, past the app.',
  'heard.from': '{part} let you hear {what} from the {from}.',
  'heard.one-ear': '{part} play on one ear only[ at connection {joint:n}].',
  'heard.quiet': {
    say: '{part} play {what} at only {spl:figure} dB[ at connection {joint:n}]: too quiet beside a live voice.',
    why: 'Sound pressure level; {least:n} dB at least.',
  },
  'heard.silent': {
    say: '{part} are silent[ at connection {joint:n}]: nothing from the {from} reaches them.',
    why: '[They let you hear yourself by wire, and nothing of {but}.]',
  },
  'heard.echo-fine': {
    say: '{who} hears nothing of themselves: what they say comes back {loss:db} down.',
    why: '[{cancelled:n} dB of it by the processing of the app.]',
  },
  'heard.echo-bus': {
    say: '{who} hears their own voice {delay:ms} later, only {loss:db} down, through the {part}.',
    why: 'What comes from the {player} is in what goes back to it.[ {cancelled:n} dB less by the processing of the app.]',
  },
  'heard.echo-ground': {
    say: '{who} hears their own voice {delay:ms} later, only {loss:db} down, by the ground.',
    why: 'The headphones share it with the mic.[ {cancelled:n} dB less by the processing of the app.]',
  },
  'heard.elsewhere': 'Nobody is called from this device; those whom another calls are judged there.',
  'heard.reaches': '{to} has {from}.',
  'heard.misses': '{to} has nothing of {from}.',
  'heard.faint': {
    say: '{to} has {from} too quietly: {under:db} under the others.',
    why: 'More than 20 dB under, or less than 15 dB over the noise, a voice is lost beside the others.',
  },
  'heard.clips': {
    say: '{from} is so loud at {to} that it clips there.',
    why: 'At full volume of the device that plays {from}; the peaks pass full scale of what is sent or recorded.',
  },
  'heard.apart': '{to} has nothing of {from}, as you asked.',
  'heard.not-apart': '{to} has {from}, who must not be heard there.',
  'heard.echo-air': {
    say: '{who} hears their own voice {delay:ms} later, only {loss:db} down, from the {part} through the air.',
    why: 'An open mic hears the loudspeaker.[ {cancelled:n} dB less by the processing of the app.]',
  },
  'heard.howl': '{part} and {microphone} howl: what the mic hears comes back louder than it was.',
  'heard.near-howl': {
    say: '{part} and {microphone} are near howling: {margin:db} in hand.',
    why: '{least:n} dB at least; with less it rings.',
  },
  'heard.no-howl': '{part} and {microphone} do not howl: {margin:db} in hand.',
  'heard.twice-fine': 'You hear yourself by wire, and again through the {app} {late:ms} later.',
  'heard.twice': 'You hear yourself twice: by wire, and again through the {app} {late:ms} later.',
  'heard.own-fine': 'You hear yourself {late:ms} late, by {past}.',
  'heard.own-late': {
    say: 'You hear yourself {late:ms} late, most of it from {from}.',
    why: 'From {limit:ms} on it stops you speaking.',
  },
  'heard.far-fine': '{who} hears you {late:ms} later.',
  'heard.far-late': {
    say: '{who} hears you {late:ms} later, most of it from {from}.',
    why: 'Past {limit:ms} people talk over each other (ITU-T G.114).',
  },

  'safe.asks': 'Does anything reach a socket that it may harm?',
  'safe.nothing': 'No contact here can be harmed by what is plugged in.',
  'safe.ear-fine': '{part} stay within a safe dose for the whole job.',
  'safe.ear': {
    say: 'Hearing risk: at full volume {part} reach {spl:figure} dB, safe for {allowed:min}. Start low, off the ears.',
    why: 'Ordinary programme ({programme:figure} dBFS), {minutes:min} long; 85 dB(A) for 8 hours, half for each 3 dB more (NIOSH).',
  },
  'safe.tied': {
    say: '{both} are joined to each other at connection {joint:n}.',
    why: '{place:capital}: each drives up to about {current:rough} mA into the other. Join outputs through resistors or a mixer only.',
  },
  'safe.fine': 'The voltages at {what} of the {part} are harmless.',
  'safe.stands': {
    say: '{volt:volt1} stand on {what} of the {part}[ at connection {joint:n}]; it bears {most:n} V.',
    why: '[{place:capital}.]',
  },
  'safe.phantom': {
    say: 'Danger to gear: phantom power of {from} goes into {what} of the {part}[ at connection {joint:n}].',
    why: '[{place:capital}: ]{volt:volt1}, above {most:n} V it can be damaged. Never toward a phone or an output.',
  },
  'safe.over': {
    say: 'Danger to gear: {volt:volt1} reach {what} of the {part}[ at connection {joint:n}]. Do not plug it in.',
    why: '[{place:capital}: ]above {most:n} V it can be damaged.',
  },
  'safe.louder': {
    say: '{knob} of {name} turned up to {to:db} could damage {what} of the {part}[ at connection {joint:n}].',
    why: 'It would drive more than {most:n} V into it.',
  },
  'safe.thrown': {
    say: 'Leave {knob} of {name} as it is: thrown, it could damage {what} of the {part}[ at connection {joint:n}].',
    why: 'It would send {volt:figure} V into it, which bears {most:n} V.',
  },
} as const;

export const { message: gateMessage, say: sayGate } = wordsOf(GATE_TEXTS);
export type GateMessage = ReturnType<typeof gateMessage>;

/** A gate is what has a question here. */
export type GateName = {
  [K in keyof typeof GATE_TEXTS]: K extends `${infer G}.asks` ? G : never;
}[keyof typeof GATE_TEXTS];
/** @returns its question */
export const gateAsks = (gate: GateName): string => GATE_TEXTS[`${gate}.asks`];
