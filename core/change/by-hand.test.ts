import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { itemAt } from '../algorithms';
import { mustAssess } from '../assess';
import { bareSetup, blankJob, checkDocument, newPart, type Setup } from '../model';
import {
  addPart,
  apply,
  freePorts,
  joinPorts,
  leftOut,
  likeIt,
  partnersOf,
  placedAt,
  takenFrom,
  turnOf,
  unheardVoices,
  withNewVoice,
} from '.';

const empty = bareSetup('table', 'Table', blankJob('table', 'Table'));
const classes = [...catalogue.parts.values()].filter((c) => c.kind !== 'unknown');
const add = (setup: Setup, id: string) => addPart(setup, catalogue, { id, class: id }, 'recorder-picker');

/** Anything that a hand can do on an empty table. */
const act = fc.oneof(
  { weight: 3, arbitrary: fc.record({ do: fc.constant('add' as const), what: fc.nat(classes.length - 1) }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('join' as const), from: fc.nat(60), to: fc.nat(60) }) },
  fc.record({ do: fc.constant('anyway' as const), from: fc.nat(60), to: fc.nat(60) }),
  fc.record({ do: fc.constant('part' as const), which: fc.nat(10) }),
  fc.record({ do: fc.constant('like' as const), which: fc.nat(10) }),
);

test('whatever is put on the table and joined by hand, fitting or not, can be kept and judged', () => {
  let joined = 0;
  fc.assert(
    fc.property(fc.array(act, { minLength: 4, maxLength: 16 }), (acts) => {
      let setup: Setup = empty;
      for (const a of acts) {
        const free = freePorts(setup, catalogue);
        if (a.do === 'add') setup = add(setup, itemAt(classes, a.what).id);
        else if (a.do === 'like') {
          const { id } = itemAt(setup.parts, a.which % setup.parts.length);
          setup = addPart(setup, catalogue, likeIt(setup, id), 'recorder-picker');
        } else if (a.do === 'part') {
          const joint = setup.joints[a.which];
          const next = joint && apply(setup, catalogue, { do: 'unplug', joint: joint.id });
          if (next) expect(next.parts).toEqual(setup.parts);
          setup = next ?? setup;
        } else {
          const port = free[a.from % Math.max(1, free.length)];
          if (!port) continue;
          const from = { part: port.part, port: port.port.id };
          const partners = partnersOf(setup, catalogue, from).filter((p) => a.do === 'anyway' || p.fits);
          const to = partners[a.to % Math.max(1, partners.length)];
          if (!to) continue;
          const next = joinPorts(setup, catalogue, from, { part: to.part, port: to.port.id });
          if (!next) throw new Error('two free ports of two parts could not be joined');
          joined += 1;
          const fit = mustAssess(next, catalogue).verdicts.find((v) => v.gate === 'fit');
          if (!to.fits) expect(fit?.status).toBe('fail');
          expect(joinPorts(next, catalogue, from, { part: to.part, port: to.port.id })).toBeNull();
          setup = next;
        }
        expect(checkDocument(setup, catalogue)).toBeNull();
      }
      mustAssess(setup, catalogue);
    }),
    { numRuns: 120, seed: 41 },
  );
  expect(joined).toBeGreaterThan(100);
});

describe('a chain from an empty table', () => {
  const join = (setup: Setup, a: string, b: string): Setup => {
    const [from, to] = [a, b].map((e) => ({ part: e.split('.')[0] ?? '', port: e.split('.')[1] ?? '' }));
    const next = from && to && joinPorts(setup, catalogue, from, to);
    if (!next) throw new Error(`${a} could not be joined to ${b}`);
    return next;
  };
  const chain = ['dynamic-handheld', 'lead-xlr', 'interface-usb-1', 'lead-usb-c-c'].reduce(add, empty);

  test('parts that are joined to nothing are heard of by nobody, the voice is at the microphone', () => {
    expect(chain.placements).toEqual([{ source: 'voice-1', part: 'dynamic-handheld', distanceM: expect.any(Number) }]);
    expect(mustAssess(chain, catalogue).verdicts.find((v) => v.gate === 'wired')?.status).not.toBe('pass');
    // What lies there needs neither the mains nor a port's current yet; plugged in, it does.
    const powered = (setup: Setup) => mustAssess(setup, catalogue).verdicts.find((v) => v.gate === 'powered');
    const table = ['mixer-8', 'interface-usb-1', 'hub-mains'].reduce(add, empty);
    expect(powered(table)?.status).toBe('pass');
    const plugged = joinPorts(
      table,
      catalogue,
      { part: 'interface-usb-1', port: 'in1' },
      { part: 'mixer-8', port: 'main-left' },
    );
    expect(plugged && powered(plugged)?.status).toBe('fail');
  });
  test('joined port by port it arrives; a second microphone can have a voice of its own, or nobody', () => {
    const mixed = join(join(chain, 'dynamic-handheld.xlr', 'lead-xlr.a'), 'lead-xlr.b', 'interface-usb-1.in1');
    expect(mixed.joints).toHaveLength(2);
    expect(
      joinPorts(chain, catalogue, { part: 'lead-xlr', port: 'c' }, { part: 'interface-usb-1', port: 'in1' }),
    ).toBeNull();
    const two = add(mixed, 'condenser-xlr');
    expect(two.placements.map((p) => p.source)).toEqual(['voice-1', 'voice-1']);
    const own = withNewVoice(two, catalogue, 'condenser-xlr');
    expect(own.job.sources.map((s) => s.name)).toEqual(['Voice 1', 'Voice 2']);
    expect(own.placements.map((p) => p.source)).toEqual(['voice-1', 'voice-2']);
    expect(unheardVoices(own)).toEqual([]);
    const left = takenFrom(own, 'condenser-xlr', 'voice-2');
    expect(left.placements).toHaveLength(1);
    expect(unheardVoices(left).map((s) => s.id)).toEqual(['voice-2']);
    expect(leftOut({ ...left, job: { ...left.job, arrangement: 'side-each' } }, 'voice-2').job).toEqual(two.job);
    expect(unheardVoices(takenFrom(chain, 'dynamic-handheld', 'voice-1'))).toEqual([]);
    expect(placedAt(left, catalogue, 'condenser-xlr', 'voice-1').placements).toEqual(two.placements);
    // Two at one mic stay there; a voice that has no other mic is not sent away by one more.
    const shared = withNewVoice(chain, catalogue, 'dynamic-handheld');
    expect(shared.placements.map((p) => [p.source, p.part])).toEqual([
      ['voice-1', 'dynamic-handheld'],
      ['voice-2', 'dynamic-handheld'],
    ]);
    expect(new Set(shared.placements.map((p) => p.distanceM)).size).toBe(1);
    expect(checkDocument(shared, catalogue)).toBeNull();
  });
  test('what can be turned is as it was when it is turned twice, and another once; alike at both ends it cannot be', () => {
    const table = ['receiver-mono', 'lead-3-4', 'camera'].reduce(add, empty);
    const setup = join(join(table, 'receiver-mono.out', 'lead-3-4.a'), 'lead-3-4.b', 'camera.mic');
    const change = turnOf(setup, catalogue, 'lead-3-4');
    const once = change && apply(setup, catalogue, change);
    if (!once) throw new Error('it could not be turned');
    expect(once.joints).not.toEqual(setup.joints);
    expect(apply(once, catalogue, change)).toEqual(setup);
    const both = ['receiver-mono', 'lead-3-3', 'camera'].reduce(add, empty);
    const joined = join(join(both, 'receiver-mono.out', 'lead-3-3.a'), 'lead-3-3.b', 'camera.mic');
    expect(turnOf(joined, catalogue, 'lead-3-3')).toBeNull();
  });
  test('one more like it has its knobs and figures, and no name', () => {
    const set = { ...newPart({ id: 'lead-xlr' }), name: 'Blue', values: { lengthM: 6 } };
    const { parts } = addPart(empty, catalogue, set, 'recorder-picker');
    const again = likeIt({ ...empty, parts }, 'lead-xlr');
    expect(again).toEqual({ id: 'lead-xlr', class: 'lead-xlr', values: { lengthM: 6 } });
  });
});
