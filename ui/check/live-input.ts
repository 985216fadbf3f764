'use client';

/** Why no input could be opened, in words for the person. */
export class InputTrouble extends Error {}

const TROUBLES: Readonly<Record<string, string>> = {
  NotAllowedError:
    'The browser was not allowed to listen. Allow the microphone for this page in the address bar, then try again.',
  NotFoundError: 'The browser finds no input. Plug the chain in, wait a second, and try again.',
  NotReadableError: 'Another program holds the input. Close other recorders and calls, and try again.',
  OverconstrainedError: 'That input is gone. Choose another.',
};

/** An input that is listened to. */
export interface LiveInput {
  readonly label: string;
  readonly deviceId: string | null;
  /** Of what is handed over here. */
  readonly rateHz: number;
  /** Of the input itself, where the browser tells. */
  readonly ownRateHz: number | null;
  /** What the browser did otherwise than it was asked to. */
  readonly remarks: readonly string[];
  close(): void;
}

interface Wish {
  readonly deviceId: string | null;
  readonly onBlock: (channels: readonly Float32Array[]) => void;
  /** The browser stopped handing over sound for a while, or goes on. */
  readonly onPaused: (paused: boolean) => void;
  /** The input went away by itself. */
  readonly onEnd: () => void;
}

const PROCESSING = {
  echoCancellation: 'takes out echo',
  noiseSuppression: 'takes out noise',
  autoGainControl: 'sets the gain by itself',
} as const;

/** What the browser names twice: which of its devices it takes by itself. */
const ALIASES = ['default', 'communications'];

/** Inputs, and what plays, that the browser shows; their names are known once it was allowed to listen. */
export async function devicesThere(): Promise<{
  readonly inputs: readonly MediaDeviceInfo[];
  readonly outputs: readonly MediaDeviceInfo[];
}> {
  const all = (await navigator.mediaDevices?.enumerateDevices()) ?? [];
  const real = all.filter((d) => !ALIASES.includes(d.deviceId));
  return {
    inputs: real.filter((d) => d.kind === 'audioinput'),
    outputs: real.filter((d) => d.kind === 'audiooutput'),
  };
}

/** Open an input with all processing switched off. Throws `InputTrouble`. */
export async function openInput({ deviceId, onBlock, onPaused, onEnd }: Wish): Promise<LiveInput> {
  if (!navigator.mediaDevices)
    throw new InputTrouble(
      'This page may only listen when it is opened from this machine itself or over a secure address.',
    );
  const audio: MediaTrackConstraints = {
    echoCancellation: false,
    noiseSuppression: false,
    autoGainControl: false,
    channelCount: { ideal: 2 },
    ...(deviceId ? { deviceId: { exact: deviceId } } : {}),
  };
  const stream = await navigator.mediaDevices.getUserMedia({ audio }).catch((e: unknown) => {
    const name = e instanceof DOMException ? e.name : '';
    throw new InputTrouble(TROUBLES[name] ?? `The input could not be opened: ${e instanceof Error ? e.message : e}.`);
  });
  const [track] = stream.getAudioTracks();
  if (!track)
    throw new InputTrouble('The browser opened an input without sound. Choose another, or plug the chain in anew.');
  const settings = track.getSettings();
  const context = new AudioContext();
  // Browsers let a paused context go on only at a press of the person.
  const goOn = () => {
    // Refused until the person presses: that is told, and the next press tries again.
    if (context.state !== 'running' && context.state !== 'closed') context.resume().catch(() => undefined);
  };
  const close = () => {
    track.onended = null;
    context.onstatechange = null;
    for (const event of ['pointerdown', 'keydown', 'visibilitychange']) document.removeEventListener(event, goOn);
    for (const t of stream.getTracks()) t.stop();
    void context.close();
  };
  try {
    await context.audioWorklet.addModule('/capture-worklet.js');
    await context.resume();
    const source = context.createMediaStreamSource(stream);
    const capture = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
    capture.port.onmessage = ({ data }: MessageEvent<readonly Float32Array[]>) => onBlock(data);
    source.connect(capture);
  } catch (e) {
    close();
    throw new InputTrouble(`The browser cannot hand over the sound: ${e instanceof Error ? e.message : e}.`);
  }
  context.onstatechange = () => onPaused(context.state !== 'running');
  for (const event of ['pointerdown', 'keydown', 'visibilitychange']) document.addEventListener(event, goOn);
  track.onended = () => {
    close();
    onEnd();
  };
  const remarks = (Object.keys(PROCESSING) as (keyof typeof PROCESSING)[])
    .filter((p) => settings[p] === true)
    .map(
      (p) =>
        `The browser still ${PROCESSING[p]}, though it was asked not to: levels and noise below are not those of the line.`,
    );
  if (settings.sampleRate && settings.sampleRate !== context.sampleRate) {
    remarks.push(`The input gives ${settings.sampleRate} Hz and the browser turns it into ${context.sampleRate} Hz.`);
  }
  if (settings.channelCount === 1) remarks.push('The browser hands over one channel only: sides cannot be told here.');
  return {
    label: track.label || 'Input',
    deviceId: settings.deviceId ?? null,
    rateHz: context.sampleRate,
    ownRateHz: settings.sampleRate ?? null,
    remarks,
    close,
  };
}
