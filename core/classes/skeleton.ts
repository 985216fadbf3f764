import { itemAt } from '../algorithms';
import { connectorNamed, contactsOf } from '../connectors';
import type { Role } from '../model';
import type { ClassFile } from './build';

/** What is asked of somebody who adds a class; the rest is filled in as it is in most, to be corrected. */
export type Answers = {
  readonly id: string;
  readonly name: string;
  readonly summary: string;
  readonly price: number;
  readonly massG: number;
} & (
  | { readonly kind: 'interface'; readonly inputs: number; readonly connector: string; readonly drawMa: number }
  | {
      readonly kind: 'lead';
      readonly from: string;
      readonly to: string;
      readonly wires: readonly Wire[];
      readonly lengthM: number;
    }
  | {
      readonly kind: 'usb-microphone';
      readonly connector: string;
      readonly drawMa: number;
      readonly sensitivityMvPerPa: number;
    }
);

/** A conductor, from a contact of plug A to one of plug B; the first is the screen. */
export interface Wire {
  readonly a: string;
  readonly b: string;
}

type Written = Readonly<Record<string, unknown>>;

const estimate = (value: number, unit: string): Written => ({ value, unit, basis: 'estimate' });

/** What the contacts of a plug are for where nothing else is said, by how many there are: IEC 60603-11, CTIA, AES14. */
const USUAL: Readonly<Record<string, readonly Role[]>> = {
  'tip sleeve': ['mono', 'ground'],
  'tip ring1 sleeve': ['left', 'right', 'ground'],
  'tip ring1 ring2 sleeve': ['left', 'right', 'ground', 'mic'],
  '1 2 3': ['screen', 'hot', 'cold'],
};

function rolesOf(connector: string): Readonly<Record<string, Role>> | undefined {
  const known = connectorNamed(connector);
  const contacts = known ? contactsOf(known) : [];
  const roles = USUAL[contacts.join(' ')];
  return roles && Object.fromEntries(contacts.map((c, i) => [c, itemAt(roles, i)]));
}

/** A class that passes the checks, to be made right: figures that were not asked are those of its like. */
export function skeletonOf(a: Answers): Written {
  const { id, name, summary } = a;
  const values = { price: estimate(a.price, 'money'), massG: estimate(a.massG, 'g') };
  switch (a.kind) {
    case 'interface': {
      const channels = Array.from({ length: a.inputs }, (_, i) => String(i + 1));
      return {
        id,
        kind: 'interface',
        name,
        summary,
        uses: [
          ...channels.flatMap((n) => ['mic-input', 'preamplifier', 'converter'].map((fragment) => ({ fragment, n }))),
          { fragment: 'phantom' },
          { fragment: 'headphones' },
          ...channels.map((n) => ({ fragment: 'direct-monitoring', from: `a${n}` })),
          { fragment: 'direct-switch' },
          { fragment: 'usb-end', connector: a.connector },
        ],
        values: { ...values, drawMa: estimate(a.drawMa, 'mA'), wireOhm: estimate(0.024, 'ohm') },
        ground: 'g',
        inputs: [
          { id: 'usb', label: name, identity: 'usb', channels: channels.map((n) => `adc${n}`), detect: { by: 'usb' } },
        ],
        usb: { up: 'usb', down: [], drawMa: 'drawMa', driver: 'class', speed: 'high' },
        needs: ['table'],
      };
    }
    case 'lead': {
      const screen = itemAt(a.wires, 0);
      const cores = a.wires.slice(1);
      return {
        id,
        kind: 'lead',
        name,
        summary,
        uses: [
          ...a.wires.map(({ a: from, b: to }, i) => ({
            fragment: 'wire',
            n: String(i),
            from: `a.${from}`,
            to: `b.${to}`,
          })),
          ...cores.map(({ a: at }, i) => ({
            fragment: 'core',
            n: String(i + 1),
            at: `a.${at}`,
            screen: `a.${screen.a}`,
          })),
        ],
        ports: [
          { id: 'a', label: 'plug A', connector: a.from, flow: 'through', carries: 'any', roles: rolesOf(a.from) },
          { id: 'b', label: 'plug B', connector: a.to, flow: 'through', carries: 'any', roles: rolesOf(a.to) },
        ],
        values: { ...values, lengthM: estimate(a.lengthM, 'm') },
      };
    }
    case 'usb-microphone':
      return {
        id,
        kind: 'microphone',
        name,
        summary,
        uses: [{ fragment: 'usb-end', connector: a.connector }],
        values: {
          ...values,
          sensitivityMvPerPa: estimate(a.sensitivityMvPerPa, 'mV/Pa'),
          capsuleOhm: estimate(1000, 'ohm'),
          selfNoiseDba: estimate(20, 'dB(A)'),
          maxSpl: estimate(120, 'dB SPL'),
          directivity: estimate(3, 'ratio'),
          placedM: estimate(0.3, 'm'),
          inputOhm: estimate(20_000, 'ohm'),
          fullScaleDbu: estimate(-20, 'dBu'),
          einDbu: estimate(-118, 'dBu'),
          drawMa: estimate(a.drawMa, 'mA'),
          wireOhm: estimate(0.024, 'ohm'),
        },
        knobs: [
          {
            id: 'gain',
            label: 'Input gain',
            role: 'gain',
            unit: 'dB',
            min: 0,
            max: 30,
            step: 1,
            start: 10,
            law: 'even',
          },
        ],
        ground: 'g',
        circuit: [
          {
            id: 'capsule',
            is: 'capsule',
            between: ['cap', 'g'],
            form: 'voltage',
            ohm: 'capsuleOhm',
            sensitivityMvPerPa: 'sensitivityMvPerPa',
            selfNoiseDba: 'selfNoiseDba',
            maxSpl: 'maxSpl',
            directivity: 'directivity',
          },
          {
            id: 'adc',
            is: 'input',
            in: ['cap', 'g'],
            inputOhm: 'inputOhm',
            gainDb: ['knob:gain'],
            fullScaleDbu: 'fullScaleDbu',
            einDbu: 'einDbu',
          },
        ],
        inputs: [{ id: 'usb', label: name, identity: 'usb', channels: ['adc'], detect: { by: 'usb' } }],
        usb: { up: 'usb', down: [], drawMa: 'drawMa', driver: 'class', speed: 'full' },
      };
  }
}

/** The file a class belongs in. */
export const fileFor = (kind: Answers['kind']): string =>
  ({ interface: 'interfaces.json', lead: 'leads.json', 'usb-microphone': 'microphones.json' })[kind];

/** A file with one class more at its end. */
export const withClass = ({ file, classes }: ClassFile, written: Written): ClassFile => ({
  file,
  classes: Array.isArray(classes) ? [...classes, written] : classes,
});
