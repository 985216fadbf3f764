import type { Assessment } from '../assess';
import { type Failing, failingOf } from '../cause';
import { type Change, insertPart, swapPart } from '../change';
import { type Catalogue, isGiven, type Part, type PartClass, partIn, type Setup } from '../model';
import { accessoryClasses, accessoryPorts, type Stock } from '../plan';

/** Gates that are mended along the line: by what lies on it, or is put into it. */
const ON_THE_LINE: ReadonlySet<string> = new Set(['fit', 'wired', 'seen', 'level', 'clean', 'safe', 'powered']);

/**
 * Acts that take a part from the bag or the shop: into a joint that is to blame or lies on the line, in place of a part
 * there, or into a free hole where something to hear or to charge with belongs.
 * @param places joints and parts that a cause points at, tried first.
 * @param reach whether the rest of the line is tried as well.
 */
export function* acquisitions(
  setup: Setup,
  before: Assessment,
  catalogue: Catalogue,
  stock: Stock,
  places: { readonly joints: readonly string[]; readonly parts: readonly string[] },
  reach: 'line' | 'blamed' = 'line',
): Generator<Change> {
  const failing = failingOf(before);
  const another = (c: PartClass): Part => {
    const { part } = stock.take(c.id, setup.parts.filter((p) => p.class === c.id).length);
    return { ...part, id: part.id };
  };
  yield* accessories(setup, failing, before, catalogue, another);
  if (!failing.some((f) => ON_THE_LINE.has(f.gate) && !f.topic.startsWith('runtime'))) return;
  const { joints, parts } = onTheLine(setup, before, failing, places, reach);
  const classes = [...catalogue.parts.values()].filter(
    (c) => !isGiven(c) && c.kind !== 'microphone' && c.kind !== 'power',
  );
  for (const joint of joints) {
    for (const c of classes) {
      const change = { do: 'insert', joint, part: another(c) } as const;
      if (insertPart(setup, catalogue, joint, change.part)) yield change;
    }
  }
  for (const part of parts) {
    const own = partIn(setup, part).class;
    for (const c of catalogue.parts.values()) {
      if (c.id === own || isGiven(c)) continue;
      const change = { do: 'replace', part, by: another(c) } as const;
      if (swapPart(setup, catalogue, part, change.by)) yield change;
    }
  }
}

/** Something to hear with, something to feed from, in every free hole that it goes into. */
function* accessories(
  setup: Setup,
  failing: readonly Failing[],
  before: Assessment,
  catalogue: Catalogue,
  another: (c: PartClass) => Part,
): Generator<Change> {
  const wantsEars = failing.some((f) => f.gate === 'heard') || before.readings.intended?.why === 'no-headphones';
  const wantsPower = failing.some((f) => f.gate === 'powered');
  const kinds = [...(wantsEars ? (['listening'] as const) : []), ...(wantsPower ? (['power'] as const) : [])];
  for (const kind of kinds) {
    for (const { part, port } of accessoryPorts(kind, setup, catalogue)) {
      for (const c of accessoryClasses(kind, setup, catalogue)) {
        yield { do: 'attach', to: { part, port: port.id }, part: another(c) };
      }
    }
  }
}

/** Joints and parts where something put in or exchanged could matter: those to blame first, then the rest of the line. */
function onTheLine(
  setup: Setup,
  { readings }: Assessment,
  failing: readonly Failing[],
  places: { readonly joints: readonly string[]; readonly parts: readonly string[] },
  reach: 'line' | 'blamed',
) {
  const paths = reach === 'blamed' ? [] : readings.lines.flatMap((l) => (l.path ? [l.path] : []));
  const device = readings.compiled.device.part.id;
  const blamed = [...places.joints, ...failing.flatMap((f) => f.finding.joint ?? [])];
  const ends = setup.joints.filter((j) => blamed.includes(j.id)).flatMap((j) => [j.a.part, j.b.part]);
  const isUsb = (id: string) => catalogueUsb(readings, id);
  const joints = [...new Set([...blamed, ...paths.flatMap((p) => p.joints.map((j) => j.joint.id))])].filter((id) =>
    setup.joints.some((j) => j.id === id),
  );
  const usb = failing.some((f) => f.gate === 'powered') ? setup.parts.map((p) => p.id).filter(isUsb) : [];
  const parts = [
    ...new Set([
      ...places.parts,
      ...failing.flatMap((f) => f.finding.part ?? []),
      ...ends,
      ...paths.flatMap((p) => p.parts),
      ...usb,
    ]),
  ].filter((id) => id !== device && setup.parts.some((p) => p.id === id));
  return { joints, parts };
}

const catalogueUsb = ({ compiled }: Assessment['readings'], id: string): boolean =>
  compiled.fitted.get(id)?.partClass.usb !== undefined;
