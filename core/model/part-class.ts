import type { ClassId, PortId } from './ids';
/** Where a figure comes from; 'own' is what the owner measured or set. */
export type Basis = 'standard' | 'common practice' | 'estimate' | 'own';

export interface Value {
  readonly value: number;
  readonly unit: string;
  readonly basis: Basis;
  /** The standard or handbook, or why the figure is what it is. */
  readonly source?: string;
}

/** What a contact of a port is for. */
export type Role =
  | 'left'
  | 'right'
  | 'mono'
  | 'mic'
  | 'ground'
  | 'hot'
  | 'cold'
  | 'screen'
  | 'bias'
  | 'data'
  | 'power'
  | 'none';

/** Which way the signal to be recorded goes through a port; 'monitor' leads to ears, 'power' only feeds. */
export type Flow = 'in' | 'out' | 'through' | 'monitor' | 'power';

/** The kind of signal a port is made for; 'any' for leads and couplers. */
export type Carries = 'mic' | 'line' | 'instrument' | 'headset' | 'phones' | 'usb' | 'radio' | 'power' | 'any';

export interface PortSpec {
  readonly id: PortId;
  readonly label: string;
  readonly connector: string;
  readonly flow: Flow;
  readonly carries: Carries;
  readonly roles?: Readonly<Record<string, Role>>;
  /** The port of the other side, where left and right have one each. */
  readonly pair?: string;
}

/** What a knob is for; rules go by this and by what it does in the circuit, never by its id. */
export type KnobRole =
  /** Of an input: how much it amplifies. */
  | 'gain'
  /** A channel's own fader, and what a part puts out in the end. */
  | 'channel'
  | 'main'
  | 'level'
  /** How much of a channel goes to a bus of its own: aux, effects. */
  | 'send'
  /** What ears are given: headphones, control room. */
  | 'monitor'
  | 'direct'
  | 'phantom'
  | 'plug-in'
  /** Left and right apart, or mixed to both. */
  | 'mix'
  | 'mute'
  | 'pad'
  | 'low-cut'
  /** Lows, middle, highs: more or less of a band. */
  | 'tone'
  /** Whether an input sets its gain by itself. */
  | 'automatic'
  /** Whether the ground goes through, at a DI box. */
  | 'lift'
  /** What feeds the part, and which cells are in it. */
  | 'supply'
  | 'cells';

export interface KnobSpec {
  readonly id: string;
  readonly label: string;
  readonly role: KnobRole;
  readonly unit: 'dB' | 'switch' | 'choice';
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly start: number;
  /** How turning goes with decibels: evenly, as a mixer's fader (fine near the top, silent at its end), or in clicks. */
  readonly law?: 'even' | 'fader' | 'steps';
  /** Words for the positions of a switch or choice, from min up. */
  readonly positions?: readonly string[];
  /** Where a hand finds it on the part: in which strip, in which row. */
  readonly face?: { readonly strip: string; readonly row: string };
}

/** A number, the name of one of the part's values, 'knob:ID' for where a knob stands, or a product of such: 'a*b'. */
export type Quantity = number | string;

type Pair = readonly [string, string];

interface Conditional {
  readonly id: string;
  /** The element is there only while the knob stands at this value. */
  readonly when?: { readonly knob: string; readonly is: number };
}

/** A steady voltage without which a microphone or amplifier is silent. */
interface NeedsSpec {
  readonly between: Pair;
  readonly minVolt: Quantity;
  readonly from: string;
}

/** A shelf below or above a frequency, or a bell at it (Q 0.7). Where the knob stands at 0 it does nothing. */
export interface ToneBand {
  readonly side: 'low' | 'middle' | 'high';
  readonly hz: Quantity;
  readonly gainDb: Quantity;
}

/** What a part is made of. A node is 'port.contact', a name of the part's own, or 'reference'. */
export type ElementSpec = Conditional &
  (
    | {
        readonly is: 'resistor' | 'capacitor' | 'inductor';
        readonly between: Pair;
        readonly value: Quantity;
        /** A switch inside a socket: the element is there only while nothing is plugged in at this port. */
        readonly whileEmpty?: PortId;
      }
    /** A tone control: what comes in goes out, with more or less of each band. */
    | {
        readonly is: 'tone';
        readonly in: Pair;
        readonly out: Pair;
        readonly ohm: Quantity;
        readonly bands: readonly ToneBand[];
      }
    | { readonly is: 'transformer'; readonly primary: Pair; readonly secondary: Pair; readonly turns: Quantity }
    /** A steady voltage, positive at the first node. */
    | { readonly is: 'supply'; readonly between: Pair; readonly volt: Quantity }
    /** Turns sound into a voltage; a current capsule (electret) is rated into `ratedLoadOhm`. */
    | {
        readonly is: 'capsule';
        readonly between: Pair;
        readonly form: 'voltage' | 'current';
        readonly ohm: Quantity;
        readonly ratedLoadOhm?: Quantity;
        readonly sensitivityMvPerPa: Quantity;
        readonly selfNoiseDba?: Quantity;
        /** Peaks above this distort in the microphone itself. */
        readonly maxSpl?: Quantity;
        /** How much more it hears from the front than from all round, as a ratio of powers: 1 round, 3 a cardioid. */
        readonly directivity?: Quantity;
        readonly needs?: NeedsSpec;
      }
    /** An output that is there to be recorded, of an instrument, a mixer or a computer, at the average level it is rated at. */
    | {
        readonly is: 'feed';
        readonly between: Pair;
        readonly sound: 'voice' | 'music';
        readonly ohm: Quantity;
        readonly levelDbu: Quantity;
        /** A-weighted, of what it puts out over its own noise. */
        readonly snrDb: Quantity;
      }
    /** An amplifier: input resistance, gain, output resistance, clip level of its output, noise at its input. */
    | {
        readonly is: 'stage';
        readonly in: Pair;
        readonly out: Pair;
        readonly inputOhm: Quantity;
        readonly outputOhm: Quantity;
        readonly gainDb: readonly Quantity[];
        readonly clipDbu: Quantity;
        /** At high gain; at low gain what the output adds by itself counts more. */
        readonly einDbu: Quantity;
        readonly outputNoiseDbu?: Quantity;
        readonly needs?: NeedsSpec;
      }
    /** A converter that makes one recorded channel; full scale is at gain 0. */
    | {
        readonly is: 'input';
        readonly in: Pair;
        readonly inputOhm: Quantity;
        readonly gainDb: readonly Quantity[];
        readonly fullScaleDbu: Quantity;
        readonly einDbu: Quantity;
      }
    /** What the device plays, at full scale. */
    | {
        readonly is: 'playback';
        readonly side: 'left' | 'right';
        readonly out: Pair;
        readonly outputOhm: Quantity;
        readonly fullScaleVolt: Quantity;
      }
    /**
     * One side of headphones, or a loudspeaker: with `directivity` it sounds into the room, its level at 1 V is at one metre,
     * and microphones hear it from `distanceM`. Also a microphone no one asked for, but that is left out.
     */
    | {
        readonly is: 'driver';
        readonly side: 'left' | 'right';
        readonly between: Pair;
        readonly ohm: Quantity;
        readonly splAtOneVolt: Quantity;
        readonly directivity?: Quantity;
        readonly distanceM?: Quantity;
      }
    /** A protective earth through the mains lead. */
    | { readonly is: 'earth'; readonly node: string; readonly ohm: Quantity }
    /** A class II supply: so much current leaks from the mains into the node when it is earthed. */
    | { readonly is: 'leak'; readonly node: string; readonly microampere: Quantity }
    /**
     * A supply: so much of the current that it gives is noise within the audio band. It comes back to this contact from
     * the ground of the device, by every way there is, while something is plugged in there.
     */
    | { readonly is: 'ripple'; readonly node: string; readonly milliampere: Quantity }
    /** Stray capacitance from mains wiring to a conductor. */
    | { readonly is: 'pickup'; readonly at: string; readonly farad: Quantity }
    /** More than this, steady or peak, across the pair does harm. */
    | { readonly is: 'limit'; readonly between: Pair; readonly maxVolt: Quantity; readonly what: string }
  );

/** How a device or adapter learns that something is plugged in. */
export type Detection =
  | { readonly by: 'always' }
  | { readonly by: 'usb' }
  | {
      readonly by: 'plug';
      readonly port: PortId /** Further ports of the same input: one of all is enough. */;
      readonly or?: readonly PortId[];
    }
  | {
      readonly by: 'headset';
      readonly port: PortId;
      readonly mic: string;
      readonly ground: string;
      /** Element ids: the bias supply and the resistor it works through. */
      readonly supply: string;
      readonly biasResistor: string;
      readonly micMinOhm: Quantity;
      readonly micMaxOhm: Quantity;
      /** Present when the socket wants a headphone load before it calls the thing a headset. */
      readonly headphones?: {
        readonly playback: readonly string[];
        readonly minOhm: Quantity;
        readonly maxOhm: Quantity;
      };
    };

/** What an input tells the device that it is; 'notes' is a keyboard's, which is no sound. */
export type Identity = 'built-in' | 'headset' | 'wired' | 'usb' | 'notes';

/** One entry that a part can add to the device's list of inputs. */
export interface InputSpec {
  readonly id: string;
  readonly label: string;
  readonly identity: Identity;
  /** Ids of the 'input' elements, left first; none for a built-in microphone. */
  readonly channels: readonly string[];
  readonly detect: Detection;
  /** Its gain sets itself while `knob` stands at 1: the knob it then turns, and how far it goes up in a pause. */
  readonly automatic?: { readonly knob: string; readonly gain: string; readonly liftDb: Quantity };
}

/** Rates of USB, slowest first. */
export type UsbSpeed = 'low' | 'full' | 'high' | 'super';

/** A node of the USB (or 8-contact) tree. */
export interface UsbSpec {
  /** The port towards the host; none on the host itself. */
  readonly up?: string;
  readonly down: readonly string[];
  readonly drawMa: Quantity;
  /** What each downstream port can give; none: it passes on what comes from above. */
  readonly supplyMa?: Quantity;
  /** Ports that give another current than that. */
  readonly portSupplyMa?: Readonly<Record<string, Quantity>>;
  /** What all downstream ports can give together, where that is less than their sum. */
  readonly totalMa?: Quantity;
  /** Ports with a switch of their own, by its knob: at 0 what hangs there is as if it were not plugged. */
  readonly switched?: Readonly<Record<string, string>>;
  /** Ports that only charge: what hangs there is not seen by the device. */
  readonly chargingPorts?: readonly string[];
  /** True when the supply is its own, so that nothing below it loads what is above. */
  readonly ownPower?: boolean;
  /** Port of a power supply, and what each downstream port can give while it is fed there. */
  readonly fed?: { readonly port: PortId; readonly supplyMa: Quantity };
  /** Of the power conductor, and again of its ground, from `up` to `down`. */
  readonly conductorOhm?: Quantity;
  /** The fastest it runs at; none on leads, which pass on any. */
  readonly speed?: UsbSpeed;
  /** Only power goes through: a lead without data conductors, or an adapter that does not translate. */
  readonly data?: 'none';
  /** For 8-contact pieces: has it an identity chip, and does that carry a licence? Without one the device sees nothing. */
  readonly identity?: 'none';
  readonly licensed?: boolean;
  /** USB audio class, which every device knows, or a driver of the maker's own, for computers. */
  readonly driver?: 'class' | 'own';
  /** Another digital bus on the same kind of tree, which no adapter turns into USB. */
  readonly bus?: 'other';
}

export type HostForm = 'phone' | 'tablet' | 'laptop' | 'desktop' | 'camera' | 'recorder';

export interface HostSpec {
  /** What it looks like. */
  readonly form: HostForm;
  readonly batteryWh: Quantity;
  /** While it films or streams, and what it draws in lighter work where that is less. */
  readonly drawW: Quantity;
  readonly lighter?: { readonly sound?: Quantity; readonly call?: Quantity };
  readonly audioInterfacesAtOnce: number;
  readonly unlicensed: 'refused' | 'by-app' | 'accepted';
  /** A switch that stands above 0 while the device's own supply feeds it from the mains. */
  readonly mainsKnob?: string;
  /** Phones and tablets give some apps a hands-free headset only; on computers every app takes any input. */
  readonly limitsApps: boolean;
  /** Asks what was plugged into its joint socket, and believes the answer. */
  readonly asks?: boolean;
  /** Lets a maker's driver be installed, as computers do. */
  readonly takesDrivers?: boolean;
}

export type PartKind =
  | 'source'
  | 'microphone'
  | 'wireless'
  | 'lead'
  | 'adapter'
  | 'interface'
  | 'mixer'
  | 'listening'
  | 'controller'
  | 'power'
  | 'device'
  | 'unknown';

/** How a microphone is used: clipped on, worn on the head, held, on a stand, on a table, on the device. */
export type Held = 'clip' | 'head' | 'hand' | 'stand' | 'table' | 'camera';

/** Anything with ports, as a class: what is true of all such parts until the owner says otherwise. */
export interface PartClass {
  readonly id: ClassId;
  readonly kind: PartKind;
  readonly name: string;
  readonly summary: string;
  readonly held?: Held;
  /** A microphone without a cable of its own: one comes between it and what lies on a table. */
  readonly plugInBody?: true;
  /** Makes plug-in power of phantom power, for what is plugged into it. */
  readonly turnsPhantom?: true;
  readonly ports: readonly PortSpec[];
  /** Always among them: `price` (in the owner's currency) and `massG`. */
  readonly values: Readonly<Record<string, Value>>;
  readonly knobs?: readonly KnobSpec[];
  /** The node of the circuit that is the part's own ground, where it has one beside its contacts. */
  readonly ground?: string;
  readonly circuit: readonly ElementSpec[];
  readonly inputs?: readonly InputSpec[];
  readonly usb?: UsbSpec;
  readonly host?: HostSpec;
  /** Hours its own sealed battery lasts. */
  readonly batteryHours?: Quantity;
  /** Cells that are put in: their size, how many in series, and what they are asked for beside phantom power. */
  readonly cells?: {
    readonly size: CellClass['size'];
    readonly count: Quantity;
    readonly drawMa: Quantity;
    readonly knob: string;
  };
  /** The lengths it is sold in, shortest first, and what a metre more costs and weighs. */
  readonly sold?: { readonly lengthsM: readonly number[]; readonly pricePerM: string; readonly massPerM: string };
  /** Its battery is charged at a port, whole in so many hours. */
  readonly charging?: { readonly port: PortId; readonly hours: Quantity };
  /** A power bank: what is printed on it, and the share of that which comes out at 5 V. */
  readonly bank?: { readonly wattHours: Quantity; readonly efficiency: Quantity };
  readonly needs?: readonly ('mains' | 'table')[];
}

/** A size and chemistry of dry or rechargeable cell. */
export interface CellClass {
  readonly id: string;
  readonly size: 'AA' | '9V';
  readonly name: string;
  /** `volt`; `capacityMah` when drawn by `ratedMa`; `exponent` by which a larger current gets less out (Peukert). */
  readonly values: Readonly<Record<'volt' | 'capacityMah' | 'ratedMa' | 'exponent', Value>>;
}
