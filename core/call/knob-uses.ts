import { compile } from '../compile';
import { type Catalogue, classIn, isFader, type KnobSpec, type PartId, type Setup, turnKnob } from '../model';
import { read } from '../readings';
import { type Hearings, whoHearsWhom } from './who-hears-whom';

/** A fader, and which voices it brings to which listeners. */
export interface KnobUse {
  readonly part: PartId;
  readonly knob: string;
  /** Ids of voices, in their order. */
  readonly from: readonly string[];
  /** The headphones and devices that listen. */
  readonly to: readonly PartId[];
}

/** A fader that takes so much from a voice at a listener is the way it comes by; crosstalk takes less. */
const CARRIES_DB = 10;

/**
 * Which faders carry whom to whom: with all of them open, each is shut for itself, and what is gone then went by it. So it
 * hangs on how things are plugged, not on where the faders stand now. Gains are left out: they are for the level.
 * @returns faders that carry nobody are not among them; none where nobody is called
 * @example knobUses(setup, catalogue).filter((k) => k.to.length === 1); // the sends of one listener
 */
export function knobUses(setup: Setup, catalogue: Catalogue): readonly KnobUse[] {
  const faders = setup.parts.flatMap((part) =>
    (classIn(catalogue, part.class).knobs ?? []).filter(isFader).map((knob) => ({ part, knob })),
  );
  if (faders.length === 0) return [];
  const open = faders.reduce((s, { part, knob }) => turnKnob(s, part.id, knob.id, openAt(knob)), setup);
  const before = hearingsOf(open, catalogue);
  return faders.flatMap(({ part, knob }) => {
    const after = hearingsOf(turnKnob(open, part.id, knob.id, knob.min), catalogue);
    const carried = before.heard.filter((h, i) => fell(h.levelDb, after.heard[i]?.levelDb ?? null));
    if (carried.length === 0) return [];
    const from = before.voices.map((v) => v.id).filter((v) => carried.some((h) => h.from === v));
    const to = [...new Set(before.listeners.filter((l) => carried.some((h) => h.to === l.id)).map((l) => l.part))];
    return [{ part: part.id, knob: knob.id, from, to }];
  });
}

/** Nothing else closed, nothing driven to its end. */
const openAt = (knob: KnobSpec): number => Math.max(knob.min, Math.min(knob.max, 0));

const fell = (before: number | null, after: number | null): boolean =>
  before !== null && (after === null || before - after > CARRIES_DB);

function hearingsOf(setup: Setup, catalogue: Catalogue): Hearings {
  const views = read(compile(setup, catalogue), '1 kHz', 'seated');
  if (!views.ok) throw new Error(views.problem.message);
  return whoHearsWhom(views.value);
}

/** The way of some voices to one listener by a fader of their own. */
export interface Send {
  readonly part: PartId;
  readonly knob: string;
}

/** One channel of a mixer: whose voices it is, its fader, and what it sends to whom. */
export interface ChannelRow {
  readonly from: readonly string[];
  readonly fader: Send | null;
  /** By listener. */
  readonly sends: ReadonlyMap<PartId, Send>;
}

/** The knobs of one mixer, as a hand finds them: a row a channel, a column a listener who has a mix of their own. */
export interface KnobTable {
  readonly part: PartId;
  readonly columns: readonly PartId[];
  readonly rows: readonly ChannelRow[];
  /** Faders of all channels together, to one listener or several. */
  readonly masters: readonly KnobUse[];
}

/** The knobs of each part with faders, as a table; of a part with one fader there is none. */
export function knobTables(uses: readonly KnobUse[]): readonly KnobTable[] {
  return [...new Set(uses.map((u) => u.part))].flatMap((part): readonly KnobTable[] => {
    const own = uses.filter((u) => u.part === part);
    const most = Math.max(...own.map((u) => u.from.length));
    const keyOf = (u: KnobUse) => u.from.join(' ');
    const ofOne = own.filter((u) => u.from.length < most);
    if (ofOne.length === 0) return [];
    const rows = [...new Set(ofOne.map(keyOf))].map((key): ChannelRow => {
      const mine = ofOne.filter((u) => keyOf(u) === key);
      // The fader leads where no send does, and to all that is sent after it: it has the most listeners.
      const fader = mine.reduce<KnobUse | null>((a, u) => (u.to.length > (a?.to.length ?? 1) ? u : a), null);
      const sends = mine.filter((u) => u !== fader && u.to.length === 1);
      return { from: mine[0]?.from ?? [], fader, sends: new Map(sends.map((u) => [u.to[0] ?? part, u])) };
    });
    const columns = [...new Set(rows.flatMap((r) => [...r.sends.keys()]))];
    return [{ part, columns, rows, masters: own.filter((u) => !ofOne.includes(u)) }];
  });
}
