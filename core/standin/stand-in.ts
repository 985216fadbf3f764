import { mustAssess } from '../assess';
import { type Absence, appTakes, type InputEntry } from '../host';
import type { Catalogue, Setup } from '../model';

/** Something a person does to the device. */
export type Act =
  | { readonly do: 'plug' | 'unplug'; readonly joint: string }
  | { readonly do: 'open' | 'close' }
  | { readonly do: 'choose'; readonly input: string }
  /** To a device that asks what was plugged into its joint socket. */
  | { readonly do: 'answer'; readonly as: 'headset' | 'headphones' };

/** One entry of the device's list as a person sees it. */
export interface Listed {
  /** Part and input. */
  readonly key: string;
  readonly part: string;
  readonly label: string;
  readonly builtIn: boolean;
  /** When it was plugged: later ones are newer; -1 for what is built in. */
  readonly order: number;
}

/** What stands on the device's screen. */
export interface StandIn {
  /** Joints that are plugged, in the order it was done. */
  readonly plugged: readonly string[];
  readonly open: boolean;
  readonly list: readonly Listed[];
  /** What could be listed and is not, with why. */
  readonly missing: readonly {
    readonly label: string;
    readonly part: string;
    readonly why: Absence | 'told-headphones';
  }[];
  /** The entry that the open app records from; null while none is open. */
  readonly taken: string | null;
  readonly playsFrom: string;
  /** What the device has just said; null when nothing happened. */
  readonly notice: string | null;
  /** "What did you plug in?" is on the screen. */
  readonly asking: boolean;
  readonly answer: 'headset' | 'headphones' | null;
}

const keyOf = (e: InputEntry): string => `${e.part} ${e.spec.id}`;

/** The device with these joints made, in this order, by the same readings that the gates judge. */
function look(setup: Setup, catalogue: Catalogue, plugged: readonly string[]): readonly InputEntry[] {
  const joints = plugged.map((id) => setup.joints.find((j) => j.id === id)!);
  return mustAssess({ ...setup, joints, chosenInput: 'newest' }, catalogue).readings.entries;
}

/** A device with nothing plugged and no app open. */
export const atRest = (setup: Setup, catalogue: Catalogue): StandIn =>
  settle(setup, catalogue, {
    plugged: [],
    open: false,
    list: [],
    missing: [],
    taken: null,
    playsFrom: '',
    notice: null,
    asking: false,
    answer: null,
  });

/**
 * What the device does when something is done to it. A state machine: the state, one act, the next state.
 * An act that cannot be done (a joint that is plugged already, a choice that is not on the list) changes nothing.
 */
export function act(setup: Setup, catalogue: Catalogue, now: StandIn, a: Act): StandIn {
  const app = catalogue.apps.get(setup.job.app)!;
  switch (a.do) {
    case 'plug':
      if (now.plugged.includes(a.joint) || !setup.joints.some((j) => j.id === a.joint)) return now;
      return settle(setup, catalogue, { ...now, plugged: [...now.plugged, a.joint] }, now);
    case 'unplug':
      if (!now.plugged.includes(a.joint)) return now;
      return settle(setup, catalogue, { ...now, plugged: now.plugged.filter((j) => j !== a.joint) }, now);
    case 'open':
      if (now.open) return now;
      return playing(setup, catalogue, { ...now, open: true, taken: newest(setup, catalogue, now.list), notice: null });
    case 'close':
      return playing(setup, catalogue, { ...now, open: false, taken: null, notice: null });
    case 'choose': {
      const wanted = now.list.find((l) => l.key === a.input);
      if (!now.open || app.chooses !== 'picker' || !wanted || !takes(setup, catalogue, wanted)) return now;
      return playing(setup, catalogue, { ...now, taken: wanted.key, notice: null });
    }
    case 'answer':
      if (!now.asking) return now;
      return settle(setup, catalogue, { ...now, answer: a.as }, now);
  }
}

/** List, notice, question and choice as they follow from what is plugged, open and answered. */
function settle(setup: Setup, catalogue: Catalogue, next: StandIn, before?: StandIn): StandIn {
  const device = catalogue.parts.get(setup.job.device)!;
  const entries = look(setup, catalogue, next.plugged);
  const asks = (e: InputEntry) => device.host?.asks === true && e.spec.identity === 'headset' && e.listed;
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
    ? 'What did you plug in?'
    : came
      ? `${came.label} connected`
      : went
        ? `${went.label} disconnected`
        : null;
  const app = catalogue.apps.get(setup.job.app)!;
  let taken = next.open ? next.taken : null;
  if (next.open && (taken === null || !is.has(taken) || (app.rescans === 'always' && app.chooses === 'newest'))) {
    taken = newest(setup, catalogue, list);
  }
  return playing(setup, catalogue, { ...next, list, missing, taken, notice, asking, answer });
}

/** Sound goes with the input where the app says so and that part can play; else it stays with the device. */
function playing(setup: Setup, catalogue: Catalogue, now: StandIn): StandIn {
  const device = setup.parts.find((p) => p.class === setup.job.device)!.id;
  const part = now.list.find((l) => l.key === now.taken)?.part;
  const plays = (id: string) =>
    catalogue.parts.get(setup.parts.find((p) => p.id === id)!.class)!.circuit.some((e) => e.is === 'playback');
  const follows = catalogue.apps.get(setup.job.app)!.playbackFollowsInput && part !== undefined && plays(part);
  return { ...now, playsFrom: follows ? part : device };
}

const takes = (setup: Setup, catalogue: Catalogue, l: Listed): boolean => {
  if (l.builtIn) return true;
  const part = setup.parts.find((p) => p.id === l.part)!;
  const spec = catalogue.parts.get(part.class)!.inputs!.find((i) => l.key === `${l.part} ${i.id}`)!;
  return appTakes(catalogue.apps.get(setup.job.app)!, catalogue.parts.get(setup.job.device)!.host!, spec);
};

/** What an app takes by itself: the entry that came last of those it accepts; the built-in one comes first of all. */
function newest(setup: Setup, catalogue: Catalogue, list: readonly Listed[]): string | null {
  const accepted = list.filter((l) => takes(setup, catalogue, l));
  return accepted.reduce<Listed | null>((best, l) => (best && best.order >= l.order ? best : l), null)?.key ?? null;
}
