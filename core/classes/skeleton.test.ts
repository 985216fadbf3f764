import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { classFiles, readClasses } from '@/scripts/read-classes';
import { sketch } from '@/tests/support/bench-setup';
import { mustAssess } from '../assess';
import type { Catalogue } from '../model';
import { type Answers, fileFor, problemText, skeletonOf, withClass } from '.';

const common = { id: 'brand-new', name: 'Brand new thing', summary: 'For the test', price: 50, massG: 300 };

/** Today's catalogue and one class more. */
function grown(answers: Answers): Catalogue {
  const files = classFiles();
  const parts = files.parts.map((f) => (f.file === fileFor(answers.kind) ? withClass(f, skeletonOf(answers)) : f));
  const built = readClasses({ ...files, parts });
  if (!built.ok) throw new Error(built.problem.map(problemText).join('\n'));
  return { ...catalogue, parts: new Map(built.value.parts.map((c) => [c.id, c])) };
}

/** The gates that fail of a voice at a microphone of the sketch. */
const failing = (setup: Parameters<typeof sketch>[0], classes: Catalogue) =>
  mustAssess(sketch(setup, classes), classes)
    .verdicts.filter((v) => v.status === 'fail')
    .map((v) => v.gate);

describe('a class as it is first written can be used at once', () => {
  test.each([1, 4, 8])('an interface of %i inputs records the mic at its last', (inputs) => {
    const classes = grown({ ...common, kind: 'interface', inputs, connector: 'usb-c:socket', drawMa: 400 });
    const setup = {
      job: { app: 'studio' },
      device: 'laptop-two-holes',
      parts: {
        mic: 'dynamic-handheld',
        cable: 'lead-xlr',
        box: { class: 'brand-new', knobs: { [`gain${inputs}`]: 45 } },
        usb: 'lead-usb-a-c',
      },
      joints: ['mic.xlr > cable.a', `cable.b > box.in${inputs}`, 'box.usb > usb.b', 'usb.a > laptop-two-holes.usb'],
      hears: { mic: 0.05 },
    };
    expect(failing(setup, classes)).toEqual([]);
    const { channels } = mustAssess(sketch(setup, classes), classes).readings;
    expect(channels).toHaveLength(inputs);
  });

  test('a cable carries each conductor with the resistance of its length', () => {
    const wires = [
      { a: '1', b: 'sleeve' },
      { a: '2', b: 'tip' },
      { a: '3', b: 'sleeve' },
    ];
    const classes = grown({ ...common, kind: 'lead', from: 'xlr3:socket', to: 'plug-3.5-3', wires, lengthM: 2 });
    const made = classes.parts.get('brand-new')!;
    expect(made.ports.map((p) => p.roles)).toEqual([
      { '1': 'screen', '2': 'hot', '3': 'cold' },
      { tip: 'left', ring1: 'right', sleeve: 'ground' },
    ]);
    const setup = {
      device: 'recorder-pocket',
      parts: { mic: 'dynamic-handheld', cable: 'brand-new' },
      joints: ['mic.xlr > cable.a', 'cable.b > recorder-pocket.mic'],
      hears: { mic: 0.05 },
    };
    expect(failing(setup, classes).filter((g) => ['fit', 'wired', 'seen', 'safe'].includes(g))).toEqual([]);
  });

  test('a USB mic is listed by a tablet and records', () => {
    const classes = grown({
      ...common,
      kind: 'usb-microphone',
      connector: 'usb-c:plug',
      drawMa: 60,
      sensitivityMvPerPa: 12,
    });
    const setup = {
      device: 'tablet-usb-c',
      parts: { mic: 'brand-new' },
      joints: ['mic.usb > tablet-usb-c.usb'],
      hears: { mic: 0.3 },
    };
    expect(failing(setup, classes)).toEqual([]);
  });
});
