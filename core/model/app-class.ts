import type { HostForm, Identity } from './part-class';

/** What an app does that can differ from platform to platform. */
export type AppFact = 'accepts' | 'chooses' | 'playback' | 'processing' | 'buffer' | 'rescans';

export interface AppClass {
  readonly id: string;
  readonly name: string;
  readonly summary: string;
  /** On which devices there is such an app; all where it is not told. */
  readonly forms?: readonly HostForm[];
  /** What is not the same on every platform: to be tried on one's own before one relies on it. */
  readonly differs?: readonly AppFact[];
  /** What the device does meanwhile, by which it draws more or less. */
  readonly work: 'sound' | 'call' | 'video';
  /** Which outside inputs it takes where the host limits apps, by what they say they are. */
  readonly accepts: readonly Identity[];
  /** Whether it takes what hangs on an unlicensed piece, where the host leaves that to apps; est. */
  readonly takesUnlicensed: boolean;
  /** Whether a person picks the input, or it takes whatever came last. */
  readonly chooses: 'picker' | 'newest';
  readonly playbackFollowsInput: boolean;
  /** Whether a person can pick what plays, whatever is recorded. */
  readonly choosesOutput: boolean;
  /** How many channels it keeps apart; the first of an input's are taken. */
  readonly records: number;
  /** Each track says which channel it records, and must be armed. */
  readonly arms?: boolean;
  /** Takes out what it holds for noise, and makes one channel of two: never, always, or as it is set, beginning so. */
  readonly processing: 'never' | 'always' | 'starts-on' | 'starts-off';
  /** Whether it can play what it records to the person recording. */
  readonly monitors: boolean;
  /** What it holds before it records or sends, milliseconds; est. */
  readonly bufferMs: number;
  /** One way to the caller, milliseconds, for apps that call somebody; est. */
  readonly networkMs?: number;
  /** Whether it plays what a keyboard sends. */
  readonly takesNotes?: boolean;
  /** Whether it notices what is plugged in while it is open, or only when it is opened. */
  readonly rescans: 'always' | 'when-opened';
}
