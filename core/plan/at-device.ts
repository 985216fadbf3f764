import type { Assessment } from '../assess';
import { mostChannels, type Session, type Setup } from '../model';

/** Something to be done at the device, which costs nothing: each as a change of the setup. */
export function* atDevice(setup: Setup, { readings }: Assessment): Generator<{ label: string; setup: Setup }> {
  const { app, unrecorded, intended } = readings;
  const said = setup.session ?? {};
  const without = (...keys: readonly (keyof Session)[]): Setup => {
    const left = Object.fromEntries(Object.entries(said).filter(([k]) => !keys.includes(k as keyof Session)));
    const { session: _, ...rest } = setup;
    return Object.keys(left).length > 0 ? { ...rest, session: left } : rest;
  };
  if (setup.chosenInput !== 'newest') {
    yield { label: 'Choose the newest input in the app', setup: { ...setup, chosenInput: 'newest' } };
  }
  if (said.openedAfter !== undefined) {
    yield { label: `Close the ${app.name} and open it again`, setup: without('openedAfter') };
  }
  if (said.answer === 'headphones') {
    yield { label: 'Draw the plug out, put it in, and answer: a headset', setup: without('answer') };
  }
  if (said.permission) yield { label: `Allow the ${app.name} to hear`, setup: without('permission') };
  if (said.automatic) yield { label: 'Turn automatic choice on', setup: without('automatic') };
  if (said.output !== undefined) yield { label: 'Let sound play where the input is', setup: without('output') };
  if (said.monitoring) yield { label: `Turn monitoring on in the ${app.name}`, setup: without('monitoring') };
  if (readings.monitors && readings.ears.some((e) => e.directLeftSpl > 0)) {
    const label = `Turn monitoring off in the ${app.name}`;
    yield { label, setup: { ...setup, session: { ...said, monitoring: 'off' } } };
  }
  if (readings.stand.processing && app.processing.startsWith('starts')) {
    yield { label: 'Turn noise processing off', setup: { ...setup, session: { ...said, processing: 'off' } } };
  }
  if (said.tracks && unrecorded.length > 0 && intended) {
    const channels = Array.from(
      { length: mostChannels(readings.compiled.fitted.get(intended.part)!.partClass) },
      (_, i) => i + 1,
    );
    const others = said.tracks.filter((t) => t.part !== intended.part);
    const tracks = [...channels.map((channel) => ({ part: intended.part, channel, armed: true })), ...others];
    yield { label: 'Arm a track for each input', setup: { ...setup, session: { ...said, tracks } } };
  }
}
