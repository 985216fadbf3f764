import type { ChosenInput, Joint, JointId, Part, PartId, PortRef, Session, Setup } from '../model';

export type Side = 'a' | 'b';

/** What of a setup an act can alter as a whole, for taking such an act back. */
export type Structure = Pick<
  Setup,
  'job' | 'parts' | 'joints' | 'placements' | 'chosenInput' | 'session' | 'swaps' | 'arrivals'
>;

/** What is set at the device; null is as the careful do it. */
export type SessionChange = { readonly [K in keyof Session]?: Session[K] | null };

/**
 * One act by which a setup differs from another, as plain data. Read in one direction it is a fault, in the other its
 * repair: a plug drawn out and pushed in, a conductor that breaks and is whole again.
 */
export type Change =
  /** A plug stands so far out, millimetres. */
  | { readonly do: 'seat'; readonly joint: JointId; readonly outMm: number }
  /** So much resistance of its contacts; null is clean metal. */
  | { readonly do: 'dirt'; readonly joint: JointId; readonly ohm: number | null }
  /** A contact of the plug touches nothing, or touches again. */
  | { readonly do: 'contact'; readonly joint: JointId; readonly contact: string; readonly parted: boolean }
  /** Two contacts of the plug are joined, or no more. */
  | {
      readonly do: 'bridge';
      readonly joint: JointId;
      readonly contacts: readonly [string, string];
      readonly on: boolean;
    }
  /** One end of a joint goes to another hole, of the same or another part. */
  | { readonly do: 'move'; readonly joint: JointId; readonly side: Side; readonly to: PortRef }
  /** Two ends change places. */
  | { readonly do: 'exchange'; readonly ends: readonly [End, End] }
  /** A lead is turned end for end. */
  | { readonly do: 'turn'; readonly part: PartId; readonly ports: readonly [string, string] }
  /** A joint is made at its place in the order of plugging, or parted. */
  | { readonly do: 'join'; readonly joint: Joint; readonly at: number }
  | { readonly do: 'unplug'; readonly joint: JointId }
  /** A knob or switch; null is untouched, as sold. */
  | { readonly do: 'knob'; readonly part: PartId; readonly knob: string; readonly to: number | null }
  /** What is chosen in the app, and what is done at the device. */
  | { readonly do: 'choose'; readonly input: ChosenInput }
  | { readonly do: 'session'; readonly set: SessionChange }
  /** The mains outlet; null is the one that the others share. */
  | { readonly do: 'outlet'; readonly part: PartId; readonly outlet: string | null }
  /** How full a battery is at the start, 0 to 1; null is full. */
  | { readonly do: 'charge'; readonly part: PartId; readonly to: number | null }
  /** Its battery is exchanged for a full one at a minute, or no more. */
  | { readonly do: 'refresh'; readonly part: PartId; readonly minute: number; readonly on: boolean }
  /** A charger or power bank is there from a minute on; null from the start. */
  | { readonly do: 'arrive'; readonly part: PartId; readonly minute: number | null }
  /** A figure of one part, its length for example; null is the class's. */
  | { readonly do: 'value'; readonly part: PartId; readonly name: string; readonly to: number | null }
  /** A part goes into a joint, or out of the way, with one beside it or alone, and what they joined is joined again. */
  | { readonly do: 'insert'; readonly joint: JointId; readonly part: Part }
  | { readonly do: 'bypass'; readonly part: PartId; readonly through?: string }
  /** A part goes into a free hole. */
  | { readonly do: 'attach'; readonly to: PortRef; readonly part: Part }
  /** A part is taken away with its joints. */
  | { readonly do: 'remove'; readonly part: PartId }
  /** Another part in a part's place: another kind, another licence or identity, the same kind whole. */
  | { readonly do: 'replace'; readonly part: PartId; readonly by: Part }
  | { readonly do: 'distance'; readonly source: string; readonly part: PartId; readonly distanceM: number }
  /** How loud somebody speaks, dB SPL at one metre. */
  | { readonly do: 'talker'; readonly source: string; readonly splAt1m: number }
  /** What was there before an act that alters much. */
  | { readonly do: 'restore'; readonly words: string; readonly to: Structure };

export interface End {
  readonly joint: JointId;
  readonly side: Side;
}
