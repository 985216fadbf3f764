import { describe, expect, test } from 'vitest';
import { type ClassFiles, problemText } from '@/core/classes';
import { classFiles, readClasses } from '@/scripts/read-classes';

/** A class as it lies in its file: whatever a hand may have written there. */
// biome-ignore lint/suspicious/noExplicitAny: a fault is put in as a hand would, without regard to types
type Written = any;

/** Classes with their fragments put in, so that a fault can be put at any place. */
const built = readClasses();
const whole = new Map(built.ok ? built.value.parts.map((c) => [c.id, c]) : []);

/** The files with one class of them changed. */
function spoiled(id: string, spoil: (c: Written) => unknown, asWritten = false): ClassFiles {
  const files: Written = structuredClone(classFiles());
  for (const { classes } of [...files.parts, files.apps, files.cells]) {
    const at = classes.findIndex((c: Written) => c.id === id);
    if (at < 0) continue;
    if (!asWritten && whole.has(id)) classes[at] = structuredClone(whole.get(id));
    spoil(classes[at]);
  }
  return files;
}

const problemsOf = (files: ClassFiles): readonly string[] => {
  const built = readClasses(files);
  return built.ok ? [] : built.problem.map(problemText);
};

const element = (c: Written, id: string): Written => c.circuit.find((e: Written) => e.id === id);
const knob = (c: Written, id: string): Written => c.knobs.find((k: Written) => k.id === id);

test('the catalogue as it is has no fault', () => expect(problemsOf(classFiles())).toEqual([]));

/** One fault each, as it happens to a hand; the file, the class and the field that must be told, and words of the message. */
const FAULTS: readonly (readonly [string, string, (c: Written) => unknown, string])[] = [
  // Shape.
  [
    'a word that no schema knows',
    'interface-usb-2',
    (c) => (c.colour = 'red'),
    'interfaces.json, interface-usb-2: "colour"',
  ],
  ['a kind that does not exist', 'camera', (c) => (c.kind = 'machine'), 'devices.json, camera, /kind: must be one of'],
  [
    'a flow that does not exist',
    'lead-xlr',
    (c) => (c.ports[0].flow = 'inward'),
    'leads.json, lead-xlr, /ports/0/flow',
  ],
  [
    'an element of no kind',
    'interface-usb-2',
    (c) => (c.circuit[0].is = 'coil'),
    '/circuit/0: there is no kind "coil"',
  ],
  ['an element without its figure', 'interface-usb-2', (c) => delete element(c, 'c1p').value, '"value" is missing'],
  [
    'a number without provenance in the circuit',
    'interface-usb-2',
    (c) => (element(c, 'c1p').value = 1e-6),
    'every number has its provenance',
  ],
  ['a basis that is none', 'lead-xlr', (c) => (c.values.lengthM.basis = 'guess'), '/values/lengthM/basis'],
  ['a figure that is a word', 'lead-xlr', (c) => (c.values.lengthM.value = '3'), '/values/lengthM/value'],
  ['an app that takes what nothing is', 'studio', (c) => c.accepts.push('radio'), 'apps.json, studio, /accepts'],
  [
    'a cell of a kilovolt',
    'aa-alkaline',
    (c) => (c.values.volt.value = 1500),
    'cells.json, aa-alkaline, /values/volt/value',
  ],
  // Used once, and there.
  ['an id used twice in a file', 'lead-xlr', (c) => (c.id = 'lead-3-3'), '"lead-3-3" is there already'],
  ['an id used twice in two files', 'camera', (c) => (c.id = 'lead-xlr'), 'is there already, in leads.json'],
  ['two classes of one name', 'lead-xlr', (c) => (c.name = 'Camera with microphone socket'), '/name'],
  [
    'a port id used twice',
    'interface-usb-2',
    (c) => (c.ports[1].id = 'in1'),
    '/ports/1/id: The id "in1" is used twice',
  ],
  ['a knob id used twice', 'interface-usb-2', (c) => (knob(c, 'gain2').id = 'gain1'), 'The id "gain1" is used twice'],
  ['an element id used twice', 'interface-usb-2', (c) => (element(c, 'c1n').id = 'c1p'), 'The id "c1p" is used twice'],
  [
    'a connector that does not exist',
    'interface-usb-2',
    (c) => (c.ports[0].connector = 'xlr4:socket'),
    '/ports/0/connector',
  ],
  [
    'a role at a contact that is not there',
    'interface-usb-2',
    (c) => (c.ports[0].roles['4'] = 'hot'),
    '/ports/0/roles/4',
  ],
  ['a contact without a role', 'interface-usb-2', (c) => delete c.ports[0].roles['3'], 'What the contact "3" is for'],
  [
    'a node of a port that is not there',
    'interface-usb-2',
    (c) => (element(c, 'c1p').between[0] = 'in9.2'),
    'There is no port "in9"',
  ],
  [
    'a node of a contact that is not there',
    'interface-usb-2',
    (c) => (element(c, 'c1p').between[0] = 'in1.tip'),
    'has no contact "tip"',
  ],
  [
    'a port where a contact is meant',
    'interface-usb-2',
    (c) => (element(c, 'c1p').between[0] = 'in1'),
    'which of its contacts',
  ],
  [
    'a node that is misspelt',
    'interface-usb-2',
    (c) => (element(c, 'c1p').between[1] = 'mlp'),
    'The node "mlp" is not tied down',
  ],
  [
    'an element from a node to itself',
    'interface-usb-2',
    (c) => (element(c, 'b1p').between[1] = 'm1p'),
    'Both ends are "m1p"',
  ],
  ['a ground that is not there', 'interface-usb-2', (c) => (c.ground = 'gnd'), '/ground: There is no node "gnd"'],
  ['a figure named and not given', 'interface-usb-2', (c) => delete c.values.blockF, 'There is no value "blockF"'],
  [
    'a figure given and not used',
    'interface-usb-2',
    (c) => (c.values.padDb = { value: -20, unit: 'dB', basis: 'estimate' }),
    '/values/padDb: Nothing uses',
  ],
  [
    'a figure that nobody has named',
    'interface-usb-2',
    (c) => (c.values.fooOhm = { value: 1, unit: 'ohm', basis: 'estimate' }),
    'not in the register',
  ],
  [
    'a gain by a knob that is not there',
    'interface-usb-2',
    (c) => (element(c, 'pre1').gainDb = ['knob:gian1']),
    'There is no knob "gian1"',
  ],
  ['a gain by a switch', 'interface-usb-2', (c) => (element(c, 'pre1').gainDb = ['knob:phantom']), 'no knob in dB'],
  [
    'a knob that does nothing',
    'interface-usb-2',
    (c) => (element(c, 'pre2').gainDb = ['knob:gain1']),
    'Nothing in the part goes by this knob',
  ],
  [
    'a switch position that does not exist',
    'interface-usb-2',
    (c) => (element(c, 'p48-1-2').when.is = 2),
    'never stands at 2',
  ],
  [
    'a switch that does not exist',
    'interface-usb-2',
    (c) => (element(c, 'p48-1-2').when.knob = 'p48'),
    '/when/knob: There is no knob "p48"',
  ],
  ['a start past the end', 'interface-usb-2', (c) => (knob(c, 'gain1').start = 60), '/knobs/0/start'],
  ['steps that do not come out', 'interface-usb-2', (c) => (knob(c, 'gain1').step = 3), '/knobs/0/step'],
  [
    'positions without words',
    'interface-usb-2',
    (c) => knob(c, 'phantom').positions.pop(),
    'It has 2 positions, and 1 words',
  ],
  // Digital side, sensing, cells, supplies.
  ['a way up that is not there', 'interface-usb-2', (c) => (c.usb.up = 'usbc'), '/usb/up: There is no port "usbc"'],
  ['a way down that is not there', 'hub-mains', (c) => c.usb.down.push('p9'), 'There is no port "p9"'],
  [
    'a supply at a port that is not there',
    'hub-through',
    (c) => (c.usb.fed = { port: 'dc-in', supplyMa: 'fedMa' }),
    '/usb/fed/port',
  ],
  [
    'a converter that is not there',
    'interface-usb-2',
    (c) => (c.inputs[0].channels[1] = 'adc3'),
    'There is no converter "adc3"',
  ],
  [
    'a converter that nothing lists',
    'interface-usb-2',
    (c) => c.inputs[0].channels.pop(),
    'No input lists the converter "adc2"',
  ],
  [
    'sensing by a supply that is not there',
    'laptop-headset',
    (c) => (c.inputs[1].detect.supply = 'bias'),
    'There is no supply "bias"',
  ],
  [
    'sensing at a contact of another port',
    'laptop-headset',
    (c) => (c.inputs[1].detect.mic = 'usb.dp'),
    '/inputs/1/detect/mic',
  ],
  ['a pair that is one-sided', 'recorder-xlr', (c) => (c.ports[0].pair = c.ports[1].id), '/ports/0/pair'],
  ['cells that no knob chooses', 'plug-on', (c) => (c.cells.knob = 'cell'), '/cells/knob'],
  ['a mains switch that is not there', 'laptop-headset', (c) => (c.host.mainsKnob = 'mains'), '/host/mainsKnob'],
  ['a charging port that is not there', 'pack-own-mic-charge', (c) => (c.charging.port = 'dc'), '/charging/port'],
  // Figures.
  ['kilo for ohm', 'interface-usb-2', (c) => (c.values.phantomOhm.value = 6.8), '6.8 ohm is not plausible'],
  ['micro for nano', 'lead-xlr', (c) => (c.values.faradPerM.value *= 1000), 'is not plausible'],
  ['volts for millivolts', 'dynamic-handheld', (c) => (c.values.sensitivityMvPerPa.value /= 1000), 'is not plausible'],
  ['a sign that was lost', 'interface-usb-2', (c) => (c.values.einDbu.value = 127), 'is not plausible'],
  ['a unit that is another', 'interface-usb-2', (c) => (c.values.blockF.unit = 'uF'), 'blockF is in F, not in uF'],
  [
    'a standard without its name',
    'interface-usb-2',
    (c) => delete c.values.phantomVolt.source,
    '/values/phantomVolt/source',
  ],
  ['no price', 'interface-usb-2', (c) => delete c.values.price, 'The value "price" is missing'],
  // What could be harmed.
  [
    'an input without a limit',
    'interface-usb-2',
    (c) => (c.circuit = c.circuit.filter((e: Written) => e.id !== 'limit-in1-2')),
    'How much the contact "2" of "in1" bears',
  ],
  [
    'an output without a limit',
    'receiver-twin',
    (c) => (c.circuit = c.circuit.filter((e: Written) => e.is !== 'limit')),
    'bears is not said',
  ],
  ['a device that records nothing by itself', 'camera', (c) => delete c.host, '/kind: A device has a host'],
];

describe('one fault put into the catalogue is told, with its file, class and field', () => {
  test.each(FAULTS)('%s', (_, id, spoil, told) => {
    const problems = problemsOf(spoiled(id, spoil));
    expect(problems.join('\n')).toContain(told);
    for (const p of problems) expect(p).toMatch(/^[a-z]+\.json, \S/);
  });
  test.each<[string, (c: Written) => unknown, string]>([
    [
      'a fragment that does not exist',
      (c) => (c.uses[0].fragment = 'mic-in'),
      '/uses/0: There is no fragment "mic-in"',
    ],
    ['a fragment without what it needs', (c) => delete c.uses[0].n, '/uses/0: The fragment "mic-input" needs "n"'],
    ['a parameter that a fragment does not have', (c) => (c.uses[0].gain = 3), 'has no parameter "gain"'],
    ['a fragment put in twice', (c) => c.uses.push(c.uses[0]), 'The id "in1" is used twice'],
    ['a fragment left out', (c) => c.uses.splice(6, 1), '/circuit'],
    ['a place for what no fragment gives', (c) => (c.knobs = ['gain9']), '/knobs: No fragment in use gives "gain9"'],
  ])('%s', (_, spoil, told) => {
    expect(problemsOf(spoiled('interface-usb-2', spoil, true)).join('\n')).toContain(told);
  });
});
