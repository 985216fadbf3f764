import { wordsOf } from './message';

/** What a measured take says: what it is, where it comes from, and what to do. */
export const TAKE_TEXTS = {
  'file.problem': '{problem}',
  'short.found': 'Too short to tell hum and echo: {seconds:tenth} seconds.',
  'short.step': 'Record {least:n} seconds and more, two of them with nobody speaking.',
  'file.step': 'Keep the file as it is; copy the take anew from the card or app if you can.',

  'nothing.noise': 'Nothing but noise: the peaks reach {peak:figure} dBFS.',
  'nothing.silence': 'Digital silence from beginning to end.',
  'nothing.step': 'Look at the input list of the app, then at the connections from the device outwards.',
  'nothing.from': 'by the setup the app records from {input} of {part}.',
  'nothing.from-none': 'by the setup the app records from nothing at all.',

  'clipping.found': '{channel}clipped {count:times} at full scale.',
  'clipping.step': 'Turn down the last knob before the device, and speak the loudest words again.',
  'clipping.from': 'the converter of {part}, and the knob before it.',

  'flat.found': '{channel}the wave is cut off at {at:tenth} dBFS, below full scale: clipped before it came here.',
  'flat.step': 'No knob at the device helps: turn down at the stage before, the transmitter or the mixer.',
  'flat.from': '{part} has the least headroom, {headroom:db} as computed.',

  'level.fine': '{channel}peaks at {peak:tenth} dBTP[, with {spare} to spare].',
  'level.hot': '{channel}the peaks reach {peak:tenth} dBTP: no headroom is left.',
  'level.beyond': '{channel}the peaks reach {peak:tenth} dBFS, beyond full scale: this file still holds them whole.',
  'level.beyond-step': 'Turn it down by {by:n} dB before it is saved in another form: nothing is lost.',
  'level.hot-step': 'Turn down by 6 dB and more.',
  'level.low': '{channel}the peaks reach only {peak:figure} dBFS.',
  'level.low-step': 'Turn up the first knob after the mic.',

  'noise.gated': '{channel}the gaps are silent to the last bit: there is no noise left to measure.',
  'noise.gated-step': 'Record five seconds with nothing that closes in pauses.',
  'noise.no-gap': '{channel}there is no gap to measure noise in.',
  'noise.short': '{channel}too short to tell noise from words: {pause:tenth} seconds of pause.',
  'noise.no-gap-step': 'Record five seconds of nobody speaking.',
  'noise.found': '{channel}the voice is {snr:figure} dB(A) above the noise of the gaps ({noise:figure} dBFS).',
  'noise.step': 'Bring the mic closer, or take more gain before the hiss begins.',
  'noise.from': 'most noise was computed from {part} ({what}).',

  'hum.found':
    '{channel}mains hum at {mains:tenth} Hz and {count:n} of its harmonics, the voice {over:figure} dB(A) above it.',
  'hum.step':
    'Take the charger out or run both from one outlet strip; never lift the protective earth. A notch takes out what is recorded.',
  'hum.from': 'most hum was computed at {part} ({what}).',

  'whine.found': '{channel}a steady tone at {hz:hz}, {under:db} under the voice.',
  'whine.step': 'Chargers, screens and hubs whine: take them out one after the other.',

  'offset.found': '{channel}a steady offset of {percent:tenth} % of full scale.',
  'offset.step': 'A high-pass at 40 Hz takes it out; look at the interface if it stays.',

  'dropouts.found': '{channel}the sound drops out {count:times}.',
  'dropouts.step': 'Wireless: nearer, and in sight. USB: a shorter cable, no hub, other apps closed.',
  'dropouts.from-radio': '{part} goes by radio.',
  'dropouts.from-usb': '{part} is on USB.',

  'holes.muted': '{channel}the sound fades out and in again within a word, {count:times}: for up to {longest:ms}.',
  'holes.hiss':
    '{channel}the sound fades into hiss and out of it within a word, {count:times}: for up to {longest:ms}.',
  'holes.step':
    'So a radio mutes where it loses its signal: nearer, and in sight, other radios off or on another channel.',

  'repeats.found': '{channel}the sound stutters {count:times}: up to {longest:ms} of it are played again.',
  'repeats.step': 'A buffer was not filled in time: close other apps, choose a larger buffer, then record again.',
  'repeats.from-usb': '{part} is on USB.',

  'clicks.found': '{channel}a click, {count:times}.',
  'clicks.step': 'A loose plug, a worn cable or a failing battery: move each connection while you listen.',
  'clicks.from': 'on the way are the connections {joints}.',

  'pops.found': '{channel}a puff of breath or a bump booms, {count:times}: below 40 Hz as loud as the voice.',
  'pops.step':
    'Move the mic beside the mouth, put a windscreen on it, keep hands off the cable. A low cut takes out what is left.',
  'rumble.swings':
    '{channel}wind or a hand on the mic: below 40 Hz it is {over} the voice for {percent:figure} % of the take, and swings.',
  'rumble.swings-step':
    'Put a windscreen on, turn your back to the wind, and fix the cable. A low cut takes out what is left.',
  'rumble.steady': '{channel}a steady rumble: below 40 Hz it is {over} the voice for {percent:figure} % of the take.',
  'rumble.steady-step': 'Traffic, a fan or a table that shakes: take the mic off it, and switch a low cut on.',

  'echo.found': '{channel}everything is heard again {late:ms} later, {under:db} lower.',
  'echo.step': 'Mute the loudspeaker that is monitored, or take the return out of what is sent.',
  'echo.from': 'the {app} plays what it records.',

  'room.far':
    '{channel}the room is about as loud as the voice, and rings for about {rings:tenth} s ({least:tenth} to {most:tenth}).',
  'room.heard':
    '{channel}the room is heard, about {under:db} under the voice; it rings for about {rings:tenth} s ({least:tenth} to {most:tenth}).',
  'room.step': 'Move the mic to a hand from the mouth, or hang blankets and close curtains round the talker.',

  'band.found': '{channel}nothing comes through above {edge:hz}: {path}.',
  'band.rate': 'The file holds {rate:n} samples a second and nothing above {edge:hz}: {path}.',
  'band.step': 'Use a cable or a wireless receiver in place of a hands-free link, and an app that records.',
  'band.from-processing': 'the {app} takes noise out, as the setup has it.',
  'band.from': '{input} of {part} in the {app} is what should record.',

  'pumping.found': '{channel}the noise comes up in every pause, {rise:figure} dB a second: a gain that sets itself.',
  'pumping.step': 'Switch the automatic gain of the app, the pack or the camera off.',

  'gated.found':
    '{channel}{percent:figure} % of it is digital silence: something closes between the words, or nothing arrived.',
  'gated.step': 'Switch noise processing of the app off.',

  'sides.one': 'One side only: the {dead} is {under:db} under the other.',
  'sides.one-silent': 'One side only: the {dead} is silent.',
  'sides.one-step':
    'For a single mic copy the good side to both. If the {dead} should hold a voice, look at its connection.',
  'sides.reversed': 'Left and right are of opposite polarity: added to mono {loss:db} are lost.',
  'sides.reversed-all': 'Left and right are of opposite polarity: added to mono nothing is left.',
  'sides.reversed-step':
    'Turn the polarity of one side. Before the next take, look for a balanced output in a stereo input.',
  'sides.delayed': 'The right side comes {late:tenth} ms {when} than the left: in mono it sounds hollow.',
  'sides.delayed-step': 'Two mics for one voice, or two ways of different delay: keep one of them.',
  'sides.same': 'Both sides hold the same.',
  'sides.same-step': 'Fine for one voice. For a side each, look at the arrangement.',
  'sides.apart': 'The sides differ as those of two mics do.',

  'channels.silent': '{channel}silent, while others are not.',
  'channels.noise': '{channel}nothing but noise, {under:db} under the loudest channel.',
  'channels.quiet': '{channel}{under:db} under the loudest channel: it may hold only what leaks over.',
  'channels.step': 'Look whether its mic is plugged in and on, and its input armed and turned up.',
  'channels.same': 'Channels {one:n} and {other:n} hold the same.',
  'channels.same-step': 'Fine where one thing was meant for both. For a mic each, look at what each track records.',
  'channels.reversed': 'Channels {one:n} and {other:n} are of opposite polarity: added up they cancel.',
  'channels.reversed-step':
    'Turn the polarity of one of them. Before the next take, look for a balanced output in a stereo input.',
  'compare.mic-as': 'Level and noise are those of {input}.',
  'compare.mic-own':
    "Level and noise are those of the {device}'s own mic[ at {distance}]. Choose the outside input in the app, and tap the mic.",
  'compare.mic-own-as': "The {device}'s own mic recorded it, as computed. Seen says why.",
  'compare.mic-open':
    "By the setup the {device}'s own mic records. Level and noise do not tell whether it did: tap the mic.",
  'compare.mic-strange':
    "By the setup the {device}'s own mic records, and level and noise are not its. Look at the input that the app shows.",
  'compare.mic-line':
    "Level and noise are those of {input}, not of the {device}'s own mic. Set the input as the app shows it.",
  'compare.mic-silent': "By the setup the {device}'s own mic records, and nobody speaks in this take.",
  'compare.mic-some':
    'By the setup nothing is recorded, and this take holds a voice. Look at the input that the app shows.',
  'compare.mic-none-as': 'Nobody speaks in this take, and by the setup nothing is recorded.',
  'compare.quiet-as': 'Hardly anything arrives[ on channel {channel:n}], as was computed.',
  'compare.quiet-not':
    'By the setup hardly anything arrives[ on channel {channel:n}], and the take holds sound: another mic or plug than it says.',
  'compare.level-as': 'The level[ on channel {channel:n}] is what was computed.',
  'compare.level-far':
    'The level[ on channel {channel:n}] is far under what was computed: {input} may not be what the app records. Tap the mic.',
  'compare.level-above':
    'The level[ on channel {channel:n}] is {db:db} above what was computed: look at the knobs of {input} and before it.',
  'compare.level-under':
    'The level[ on channel {channel:n}] is {db:db} under what was computed: look at the knobs of {input} and before it.',
  'compare.clipping-as': 'Clipping[ on channel {channel:n}] is as computed.',
  'compare.clips':
    'It clips[ on channel {channel:n}], and was not to: the voice was louder, or a knob stands higher than in the setup.',
  'compare.clips-not':
    'It was to clip[ on channel {channel:n}] and does not: the voice was softer, or a knob stands lower than in the setup.',
  'compare.noise-clipped': 'It is clipped: noise can be compared once it is not.',
  'compare.noise-no-gap': 'Record five seconds of nobody speaking.',
  'compare.noise-as': 'The noise[ on channel {channel:n}] is what was computed.',
  'compare.noise-more': {
    say: 'There is {db:db} more noise[ on channel {channel:n}] than was computed: listen for the room, and for gain in the wrong place.',
    why: '[Most was computed from {part} ({what}).]',
  },
  'compare.noise-less':
    'There is {db:db} less noise[ on channel {channel:n}] than was computed: something takes it out, or the voice was nearer.',
  'compare.hum-as': 'Hum[ on channel {channel:n}] is as computed.',
  'compare.hum-short': 'Hum can be told in a take of {least:n} seconds and more.',
  'compare.hum-more':
    'There is more hum[ on channel {channel:n}] than was computed. Take out chargers, then mains-fed parts, one after the other.',
  'compare.hum-less': 'There is less hum[ on channel {channel:n}] than was computed[ from {part}]: so much the better.',
  'compare.band-as': 'The band[ on channel {channel:n}] is what was computed.',
  'compare.band-narrow':
    'Nothing above {edge:hz}[ on channel {channel:n}]: a hands-free link or a call path in place of {input}.',
  'compare.room-as': 'The voice over the room[ on channel {channel:n}] is what was computed.',
  'compare.room-far': {
    say: 'The room[ on channel {channel:n}] is louder than computed: the talker was further off, or the room is harder.',
    why: 'By what was told of the room, {mic} was about {distance:m} away, not {told:m}.',
  },
  'compare.room-near': {
    say: 'There is less of the room[ on channel {channel:n}] than computed: so much the better.',
    why: 'By what was told of the room, {mic} was about {distance:m} away, not {told:m}.',
  },
  'compare.sides-as': 'The sides are as computed.',
  'compare.sides-dead':
    'One side is dead: look at the last connection before the {device}, and at a TRS plug that is not fully in.',
  'compare.sides-other': 'The sides are "{measured}", computed was "{expected}".',
  'compare.fewer-whole': 'One channel holds what {n:n} would: nothing is lost.',
  'compare.fewer':
    'Only {kept:n} of {n:n} channels are in the file: what came on the others is not kept apart, or lost.',
  'compare.both': 'One channel was computed, and both sides hold it.',
  'compare.one-of-two': 'One channel was computed; in the file the {dead} side is silent, so it plays in one ear.',
  'compare.spare': 'Nothing is on the channels beyond the {n:n} that were computed.',
  'compare.more': 'Channels with sound: {more:n} more than the {n:n} that were computed.',

  'sides.from': 'connection {joint:n} is the last before the device.',
} as const;

export const { message: takeMessage, say: sayTake } = wordsOf(TAKE_TEXTS);
export type TakeMessage = ReturnType<typeof takeMessage>;
