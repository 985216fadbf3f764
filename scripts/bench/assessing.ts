import { catalogue } from '@/catalogue';
import { itemAt } from '@/core/algorithms';
import { mustAssess, report } from '@/core/assess';
import { causesOf } from '@/core/cause';
import { prepare, writeSpice } from '@/core/circuit';
import { compile } from '@/core/compile';
import { levelsOf, USUAL_WISH } from '@/core/levels';
import { mends } from '@/core/mend';
import { looseParts, type Part, type Setup, turnKnob } from '@/core/model';
import { THIRD_OCTAVES_HZ } from '@/core/signal';
import { demoSetups } from '@/demo';
import { ngspiceBatch } from '../../tests/reference/ngspice';
import { sketch } from '../../tests/support/bench-setup';
import { against, alone, inTurns, type Row } from './measure';

const judge = (setup: Setup) => mustAssess(setup, catalogue);
const tell = (setup: Setup) => JSON.stringify(report(judge(setup)));

/** The largest demo setup, by elements of its netlist. */
const sized = demoSetups.map((setup) => ({ setup, netlist: compile(setup, catalogue).netlist }));
export const largest = itemAt(
  sized.sort((a, b) => b.netlist.elements.length - a.netlist.elements.length),
  0,
);

/** Factors and one solution at direct current and in every third octave, of a netlist that is made ready: nothing else. */
function bareOf(setup: Setup) {
  const { netlist, capsules, playbacks } = compile(setup, catalogue);
  const source = [...capsules, ...playbacks].map((s) => s.source)[0];
  if (source === undefined) throw new Error('the setup has no source');
  const drive = new Map([[source, 1]]);
  const circuit = prepare(netlist);
  if (!circuit.ok) throw new Error(circuit.problem.message);
  return () => {
    const dc = circuit.value.at(0);
    const sweep = circuit.value.over(THIRD_OCTAVES_HZ);
    if (!dc.ok || !sweep.ok) throw new Error('the setup has no answer');
    return [dc.value.solve(), sweep.value.solveFor(drive)];
  };
}

/** The same with a gain a step further each time it is asked for, up and down. */
function turning(setup: Setup): () => Setup {
  const found = setup.parts
    .flatMap((part) => (catalogue.parts.get(part.class)?.knobs ?? []).map((knob) => ({ part, knob })))
    .find(({ knob }) => knob.unit === 'dB' && knob.role === 'gain');
  if (!found) throw new Error('the setup has no gain');
  const { part, knob } = found;
  let up = false;
  return () => {
    up = !up;
    return turnKnob(setup, part.id, knob.id, up ? knob.min + knob.step : knob.min + 2 * knob.step);
  };
}

/** A lapel microphone through ever more couplers and leads, and parts that lie about beside it. */
function longChain(parts: number, loose = 0): Setup {
  const { setup } = largest;
  const middle: Part[] = Array.from({ length: parts - 2 }, (_, i) => ({
    id: `p${i}`,
    class: i % 2 === 0 ? 'coupler-3.5-3' : 'lead-3-3',
  }));
  const chain = [{ id: 'mic', class: 'lapel-3' }, ...middle];
  const ends = (p: Part) => (p.id === 'mic' ? ['plug', 'plug'] : ['a', 'b']);
  const joints = chain.slice(1).map((p, i) => ({
    id: `j${i}`,
    a: { part: itemAt(chain, i).id, port: itemAt(ends(itemAt(chain, i)), 1) },
    b: { part: p.id, port: 'a' },
  }));
  const about = Array.from({ length: loose }, (_, i) => ({ id: `loose${i}`, class: 'lead-3-3' }));
  const { also: _, ...job } = setup.job;
  const { session: __, ...rest } = setup;
  const made: Setup = {
    ...rest,
    job: { ...job, sources: job.sources.slice(0, 1), device: 'camera', app: 'plain-camera' },
    parts: [...chain, { id: 'camera', class: 'camera' }, ...about],
    joints,
    placements: [{ source: itemAt(setup.job.sources, 0).id, part: 'mic', distanceM: 0.2 }],
  };
  if (looseParts(made, catalogue).size < loose) throw new Error('what lies about is not loose');
  return made;
}

/** Mains hum: a mixer and a laptop on two outlets, 20 m apart; what fails hangs on frequency, so acts are tried in all bands. */
function humming(): Setup {
  const made = sketch({
    device: 'laptop-two-holes',
    parts: {
      mic: 'dynamic-handheld',
      xlr: 'lead-xlr',
      mixer: { class: 'mixer-small', outlet: 'stage' },
      lead: { class: 'lead-6.35-3.5', values: { lengthM: 20 } },
      coupler: 'coupler-3.5-3',
      end: 'lead-3-3',
      phones: 'headphones',
    },
    joints: [
      'mic.xlr > xlr.a',
      'xlr.b > mixer.mic1',
      'mixer.main-left > lead.a',
      'lead.b > coupler.a',
      'coupler.b > end.a',
      'end.b > laptop-two-holes.mic',
      'phones.plug > laptop-two-holes.phones',
    ],
    hears: { mic: 0.1 },
  });
  const parts = made.parts.map((p) =>
    p.id === 'laptop-two-holes' ? { ...p, knobs: { ...p.knobs, supply: 2, gain: 0 } } : p,
  );
  return { ...made, id: 'humming', parts };
}

export async function* assessing(): AsyncGenerator<Row> {
  const { setup, netlist } = largest;
  for (let i = 0; i < 60; i++) judge(setup);
  const deck = writeSpice(netlist, { frequenciesHz: THIRD_OCTAVES_HZ }).text;
  yield against(
    `assess, ${setup.id}, ${netlist.elements.length} elements`,
    () => judge(setup),
    'ngspice -b, the same netlist',
    () => ngspiceBatch(deck),
    { runs: 31, goal: 'reference 100 times', inverse: true },
  );
  for (const s of demoSetups) {
    const bare = bareOf(s);
    yield against(`assess, ${s.id}`, () => judge(s), 'its own bare factors and one solution', bare, {
      runs: 61,
      goal: '1.5 times',
    });
  }
  for (const s of [largest.setup, itemAt(demoSetups, 0)]) {
    const next = turning(s);
    yield against(
      `a knob's turn with lanes, ${s.id}`,
      () => tell(next()),
      'assess',
      () => judge(s),
      {
        runs: 61,
        goal: '0.15 times',
      },
    );
  }
  yield against(
    `settings and all windows, ${setup.id}`,
    () => {
      for (const _ of levelsOf(setup, catalogue, USUAL_WISH)) void _;
    },
    'assess',
    () => judge(setup),
    { runs: 3, goal: '30 times' },
  );
  for (const s of [...demoSetups, humming()]) {
    const before = judge(s);
    if (before.verdicts.every((v) => v.status !== 'fail')) continue;
    yield alone(
      `first cause, ${s.id}, ${s.parts.length} parts`,
      () => {
        for (const c of causesOf(s, catalogue, before)) if (c.length > 0) break;
      },
      { runs: 9, goal: '150 ms' },
    );
    yield against(
      `all causes, ${s.id}`,
      () => {
        for (const _ of causesOf(s, catalogue, before)) void _;
      },
      'assess',
      () => judge(s),
      { runs: 7, goal: '' },
    );
    yield alone(
      `all fixes, ${s.id}`,
      () => {
        for (const _ of mends(s, null, catalogue)) void _;
      },
      { runs: 3, goal: '' },
    );
  }
  const sizes = [10, 30, 100, 300] as const;
  const chains = sizes.map((n) => longChain(n));
  const grown = await inTurns(9, ...chains.map((c) => () => judge(c)));
  const power = Math.log(grown[3]!.median / grown[0]!.median) / Math.log(30);
  for (const [i, n] of sizes.entries()) {
    yield {
      what: `assess, a chain of ${n} parts`,
      times: grown[i]!,
      reference: i === 3 ? `10 parts; growth n^${power.toFixed(2)}` : '10 parts',
      against: grown[0]!,
      ratio: grown[i]!.median / grown[0]!.median,
      goal: i === 3 ? 'n^1.0' : '',
    };
  }
  const loose = longChain(10, 200);
  yield alone('assess, 10 parts and 200 that lie about', () => judge(loose), { runs: 9, goal: '200 ms' });
}
