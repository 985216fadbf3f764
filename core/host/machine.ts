import type { AppClass, ChosenInput, HostSpec, JointId, PartId, Session } from '../model';
import { type Absence, appTakes, type InputEntry } from './inputs';

/** Something a person does to the device. */
export type Act =
  | { readonly do: 'plug' | 'unplug'; readonly joint: JointId }
  | { readonly do: 'open' | 'close' }
  | { readonly do: 'choose'; readonly input: string }
  /** To a device that asks what was plugged into its joint socket. */
  | { readonly do: 'answer'; readonly as: 'headset' | 'headphones' }
  /** Whether the app may hear, whether the device changes its input by itself, whether the app takes out noise. */
  | { readonly do: 'allow' | 'automatic' | 'processing'; readonly on: boolean }
  /** What plays, in an app where that can be chosen; null lets it go with the input. */
  | { readonly do: 'play'; readonly from: string | null };

/** One entry of the device's list as a person sees it. */
export interface Listed {
  /** Part and input. */
  readonly key: string;
  readonly part: PartId;
  readonly label: string;
  readonly builtIn: boolean;
  /** When it was plugged: later ones are newer; -1 for what is built in. */
  readonly order: number;
  /** Whether the app would record from it. */
  readonly acceptable: boolean;
}

/** What stands on the device's screen. */
export interface StandIn {
  /** Joints that are plugged, in the order it was done. */
  readonly plugged: readonly string[];
  readonly open: boolean;
  /** Joints that were plugged when the app was opened. */
  readonly known: readonly string[];
  readonly allowed: boolean;
  readonly automatic: boolean;
  readonly processing: boolean;
  readonly list: readonly Listed[];
  /** What could be listed and is not, with why. */
  readonly missing: readonly { readonly label: string; readonly part: PartId; readonly why: Absence }[];
  /** The entry that the open app records from; null while none is. */
  readonly taken: string | null;
  /** Parts taken for plain headphones: no input of theirs is listed, and they play; newest last. */
  readonly headphones: readonly string[];
  /** The part chosen to play; null lets it go with the input. */
  readonly output: string | null;
  readonly playsFrom: string;
  /** What the device has just said; null when nothing happened. */
  readonly notice: string | null;
  /** The question what was plugged in is on the screen. */
  readonly asking: boolean;
  readonly answer: 'headset' | 'headphones' | null;
}

/** What the machine stands in: the device, the app on it, and what can be plugged. */
export interface Surroundings {
  readonly app: AppClass;
  readonly host: HostSpec;
  /** Part id of the device. */
  readonly device: string;
  readonly joints: readonly string[];
  canPlay(part: PartId): boolean;
  /** All that could be on the list with these joints made, in this order. */
  senses(plugged: readonly string[]): readonly InputEntry[];
}

export const keyOf = (e: Pick<InputEntry, 'part' | 'spec'>): string => `${e.part} ${e.spec.id}`;

/** A device with nothing plugged and no app open. */
export const atRest = (around: Surroundings): StandIn =>
  settle(around, { ...BLANK, processing: initially(around.app, {}) });

/**
 * What the device does when something is done to it. A state machine: the state, one act, the next state.
 * An act that cannot be done (a joint that is plugged already, a choice that is not on the list) changes nothing.
 */
export function act(around: Surroundings, now: StandIn, a: Act): StandIn {
  const { app } = around;
  switch (a.do) {
    case 'plug':
      if (now.plugged.includes(a.joint) || !around.joints.includes(a.joint)) return now;
      return settle(around, { ...now, plugged: [...now.plugged, a.joint] }, now);
    case 'unplug':
      if (!now.plugged.includes(a.joint)) return now;
      return settle(around, { ...now, plugged: now.plugged.filter((j) => j !== a.joint) }, now);
    case 'open':
      return now.open ? now : taking(around, { ...now, open: true, known: now.plugged, notice: null });
    case 'close':
      return taking(around, { ...now, open: false, notice: null });
    case 'choose': {
      const wanted = now.list.find((l) => l.key === a.input);
      if (!now.open || !now.allowed || app.chooses !== 'picker' || !wanted?.acceptable) return now;
      return playing(around, { ...now, taken: wanted.key, notice: null });
    }
    case 'answer':
      return now.asking ? settle(around, { ...now, answer: a.as }, now) : now;
    case 'allow':
      return taking(around, { ...now, allowed: a.on, notice: null });
    case 'automatic':
      return settle(around, { ...now, automatic: a.on }, now);
    case 'processing':
      return app.processing.startsWith('starts') ? { ...now, processing: a.on } : now;
    case 'play':
      return app.choosesOutput ? playing(around, { ...now, output: a.from }) : now;
  }
}

/**
 * The device with all joints made in their order, as the session says that it was done; what is not said is done as the
 * careful do it. Senses partial setups only where the app was opened before the last joint.
 */
export function standing(around: Surroundings, session: Session, chosenInput: ChosenInput): StandIn {
  const answered = (s: StandIn) => act(around, s, { do: 'answer', as: session.answer ?? 'headset' });
  const opened = Math.min(session.openedAfter ?? around.joints.length, around.joints.length);
  let now = answered(
    settle(around, {
      ...BLANK,
      processing: initially(around.app, session),
      allowed: session.permission !== 'refused',
      automatic: session.automatic !== 'off',
      output: around.app.choosesOutput ? (session.output ?? null) : null,
      plugged: around.joints.slice(0, opened),
    }),
  );
  now = act(around, now, { do: 'open' });
  for (const joint of around.joints.slice(opened)) now = answered(act(around, now, { do: 'plug', joint }));
  const input =
    chosenInput === 'newest'
      ? newest(now.list)
      : chosenInput === 'built-in'
        ? now.list.find((l) => l.builtIn)?.key
        : `${chosenInput.part} ${chosenInput.input}`;
  return input ? act(around, now, { do: 'choose', input }) : now;
}

/**
 * Why an entry is not recorded; null for the one that is.
 * @returns null where it is recorded
 * @example whyNot(app, standing, entry) === 'plugged-late';
 */
export function whyNot(app: AppClass, now: StandIn, entry: InputEntry): Absence | null {
  if (!entry.listed) return entry.why;
  const key = keyOf(entry);
  if (now.taken === key) return null;
  const listed = now.list.find((l) => l.key === key);
  if (!listed) return 'told-headphones';
  if (!listed.acceptable) return 'app-refuses';
  if (!now.allowed) return 'not-allowed';
  const taken = now.list.find((l) => l.key === now.taken);
  const passedBy = app.chooses === 'newest' && listed.order > (taken?.order ?? -1);
  if (!passedBy) return 'not-chosen';
  return now.automatic ? 'plugged-late' : 'automatic-off';
}

const BLANK: Omit<StandIn, 'processing'> = {
  plugged: [],
  open: false,
  known: [],
  allowed: true,
  automatic: true,
  list: [],
  missing: [],
  taken: null,
  headphones: [],
  output: null,
  playsFrom: '',
  notice: null,
  asking: false,
  answer: null,
};

function initially(app: AppClass, session: Session): boolean {
  if (app.processing === 'never' || app.processing === 'always') return app.processing === 'always';
  return session.processing === undefined ? app.processing === 'starts-on' : session.processing === 'on';
}

/** List, notice, question and choice as they follow from what is plugged, open and answered. */
function settle(around: Surroundings, next: StandIn, before?: StandIn): StandIn {
  const { app, host } = around;
  const entries = around.senses(next.plugged);
  const asks = (e: InputEntry) => host.asks === true && e.spec.identity === 'headset' && e.listed;
  const questioned = entries.some(asks);
  const answer = questioned ? next.answer : null;
  const told = (e: InputEntry) => asks(e) && answer !== 'headset';
  const list = entries
    .filter((e) => e.listed && !told(e))
    .map((e) => ({
      key: keyOf(e),
      part: e.part,
      label: e.spec.label,
      builtIn: e.spec.identity === 'built-in',
      order: e.plugged,
      acceptable: appTakes(app, host, e),
    }));
  const missing = entries.flatMap((e): StandIn['missing'] => {
    if (told(e)) return answer === null ? [] : [{ label: e.spec.label, part: e.part, why: 'told-headphones' as const }];
    return e.listed || e.why === 'not-plugged' || e.why === 'no-digital-path'
      ? []
      : [{ label: e.spec.label, part: e.part, why: e.why! }];
  });
  const was = new Set(before?.list.map((l) => l.key));
  const is = new Set(list.map((l) => l.key));
  const came = before ? list.find((l) => !was.has(l.key)) : undefined;
  const went = before?.list.find((l) => !is.has(l.key));
  const asking = questioned && answer === null;
  const notice = asking
    ? 'Something is in the headset socket. Has it a mic?'
    : came
      ? `${came.label} connected`
      : went
        ? `${went.label} disconnected`
        : null;
  const headphones = entries
    .filter((e) => e.part !== around.device && (told(e) || (!e.listed && AS_HEADPHONES.has(e.why!))))
    .sort((a, b) => a.plugged - b.plugged)
    .map((e) => e.part);
  const seen = { ...next, list, missing, headphones, notice, asking, answer };
  const follows = app.rescans === 'always' && app.chooses === 'newest' && next.automatic;
  return follows || seen.taken === null || !is.has(seen.taken) ? taking(around, seen) : playing(around, seen);
}

/** What the device finds where no microphone is: it goes on as if plain headphones were there. */
const AS_HEADPHONES: ReadonlySet<Absence> = new Set<Absence>(['short', 'button', 'open', 'no-headphones']);

/** The open app takes an input by itself: the newest it accepts, or with automatic choice off what was there first. */
function taking(around: Surroundings, now: StandIn): StandIn {
  const may = now.open && now.allowed;
  return playing(around, { ...now, taken: may ? (now.automatic ? newest(now.list) : oldest(now.list)) : null });
}

/** Sound goes with the input where the app says so and that part can play, or where it was sent; else it stays with the device. */
function playing(around: Surroundings, now: StandIn): StandIn {
  const taken = now.list.find((l) => l.key === now.taken);
  const part = taken?.builtIn === false ? taken.part : now.headphones.findLast((p) => around.canPlay(p));
  const sent = now.output !== null && (now.output === around.device || now.list.some((l) => l.part === now.output));
  const wanted = sent ? now.output : around.app.playbackFollowsInput ? part : undefined;
  return { ...now, playsFrom: wanted && around.canPlay(wanted) ? wanted : around.device };
}

const newest = (list: readonly Listed[]): string | null => outermost(list, (a, b) => a >= b);
const oldest = (list: readonly Listed[]): string | null => outermost(list, (a, b) => a <= b);

function outermost(list: readonly Listed[], before: (a: number, b: number) => boolean): string | null {
  const accepted = list.filter((l) => l.acceptable);
  return (
    accepted.reduce<Listed | null>((best, l) => (best && before(best.order, l.order) ? best : l), null)?.key ?? null
  );
}
