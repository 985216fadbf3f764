import { atKey, itemAt } from '../algorithms';
import type { Report } from '../assess';
import { sessionActs } from '../change';
import { figure, listText, metresText, runText } from '../format';
import {
  appIn,
  type Catalogue,
  classIn,
  hasBattery,
  isFader,
  type KnobSpec,
  knobAt,
  looseParts,
  ownLength,
  type Part,
  type PartId,
  type PartKind,
  partName,
  quantity,
  type Setup,
} from '../model';
import { dbu } from '../signal';
import { careOf, sayAct, shortestOrder } from '../standin';
import { cautionsFor } from './cautions';

/** One thing to be done or looked at, which can be ticked: its id stays the same while the setup does. */
export interface Step {
  readonly id: string;
  readonly text: string;
}

/** One thing that goes into a bag. */
export interface Packed extends Step {
  readonly count: number;
}

export interface KnobPlace {
  readonly part: PartId;
  readonly name: string;
  readonly knobs: readonly {
    readonly spec: KnobSpec;
    readonly at: number;
    readonly isOff: boolean;
  }[];
}

/** All that is wanted on the table, in the order in which it is wanted. Plain data. */
export interface RunSheet {
  /** Gates that fail as it is drawn: then it is no sheet to go out with. */
  readonly failing: readonly string[];
  /** What can be harmed; then no order of plugging is given. */
  readonly danger: string | null;
  readonly bags: readonly { readonly bag: Bag; readonly things: readonly Packed[] }[];
  readonly plugging: readonly Step[];
  readonly knobs: readonly KnobPlace[];
  readonly shows: readonly Step[];
  readonly tap: readonly Step[];
  readonly peak: readonly Step[];
  readonly noise: readonly Step[];
  readonly hears: readonly Step[];
  readonly power: readonly Step[];
  readonly cautions: readonly string[];
}

export const BAGS = ['Sound', 'Cables', 'Power', 'Device'] as const;
export type Bag = (typeof BAGS)[number];
const BAG_OF: Readonly<Record<PartKind, Bag>> = {
  source: 'Sound',
  microphone: 'Sound',
  wireless: 'Sound',
  interface: 'Sound',
  mixer: 'Sound',
  listening: 'Sound',
  lead: 'Cables',
  adapter: 'Cables',
  controller: 'Device',
  power: 'Power',
  device: 'Device',
  unknown: 'Device',
};

/** Cells and batteries are changed before they are down to what is kept back: so much of the time is left then; est. */
const CHANGE_EARLY = 0.1;
/** Noise below this is told as that: nobody reads a meter further down. */
const LOWEST_DBFS = -96;

/**
 * What is wanted on the table for a setup, derived from it and from its report.
 * @param report of this very setup
 * @example const sheet = runSheet(setup, report(mustAssess(setup, catalogue)), catalogue);
 */
export function runSheet(setup: Setup, report: Report, catalogue: Catalogue): RunSheet {
  const failing = report.verdicts.filter((v) => v.status === 'fail').map((v) => v.gate);
  const harm = report.verdicts.find((v) => v.gate === 'safe' && v.status === 'fail');
  return {
    failing,
    danger: harm ? harm.sentence : null,
    bags: bagsOf(setup, catalogue),
    plugging: harm ? [] : pluggingOf(setup, catalogue),
    knobs: knobsOf(setup, catalogue),
    shows: showsOf(setup, report, catalogue),
    ...checksOf(setup, report, catalogue),
    hears: hearsOf(report),
    power: powerOf(setup, report, catalogue),
    cautions: cautionsFor(setup, catalogue),
  };
}

function bagsOf(setup: Setup, catalogue: Catalogue): RunSheet['bags'] {
  const loose = looseParts(setup, catalogue);
  const things = new Map<Bag, Packed[]>();
  const add = (bag: Bag, thing: Packed) => {
    const list = things.get(bag) ?? [];
    const same = list.findIndex((t) => t.text === thing.text);
    if (same < 0) list.push(thing);
    else list[same] = { ...itemAt(list, same), count: itemAt(list, same).count + thing.count };
    things.set(bag, list);
  };
  for (const part of setup.parts.filter((p) => !loose.has(p.id))) {
    const c = classIn(catalogue, part.class);
    const name = part.name && part.name !== c.name ? `${part.name} (${c.name})` : c.name;
    const length = ownLength(part, c);
    const charge =
      hasBattery(c) && !c.cells
        ? part.charge === undefined
          ? runText('pack.charged', {})
          : runText('pack.charge', { share: `${figure(100 * part.charge)} %` })
        : null;
    const text = [name, length !== null && metresText(length), charge].filter(Boolean).join(', ');
    add(BAG_OF[c.kind], { id: `pack ${part.id}`, text, count: 1 });
    if (c.cells) {
      const count = quantity(part, c, c.cells.count);
      const size = `${cellName(part, catalogue)}, ${runText('pack.spare', {})}`;
      add('Power', { id: `cells ${part.id}`, text: size, count });
    }
  }
  return BAGS.flatMap((bag) => (things.has(bag) ? [{ bag, things: atKey(things, bag) }] : []));
}

/** The size of a part's cells, and their chemistry where its knob says one. */
function cellName(part: Part, catalogue: Catalogue): string {
  const c = classIn(catalogue, part.class);
  const cells = c.cells!;
  const spec = c.knobs?.find((k) => k.id === cells.knob);
  const word = spec?.positions?.[Math.round((knobAt(part, c, cells.knob) - spec.min) / spec.step)];
  const known = [...catalogue.cells.values()].find((k) => k.size === cells.size && (word ?? '').includes(k.name));
  return known?.name ?? `${cells.size === '9V' ? '9 V' : cells.size} cell`;
}

function pluggingOf(setup: Setup, catalogue: Catalogue): readonly Step[] {
  const { before, after } = careOf(setup, catalogue);
  const order = shortestOrder(setup, catalogue);
  const acts = order?.acts.map((a) => sayAct(setup, catalogue, a)) ?? [];
  return [...before, ...acts, ...after].map((text) => ({ id: `plug ${text}`, text }));
}

/** Knobs that a hand sets: those of few always, of many those that do not stand as they come from the shop. */
const ALWAYS_TOLD = 6;
function knobsOf(setup: Setup, catalogue: Catalogue): readonly KnobPlace[] {
  const loose = looseParts(setup, catalogue);
  return setup.parts
    .filter((p) => !loose.has(p.id))
    .flatMap((part): readonly KnobPlace[] => {
      const c = classIn(catalogue, part.class);
      const all = (c.knobs ?? []).map((spec) => {
        const at = knobAt(part, c, spec.id);
        return { spec, at, isOff: isFader(spec) && at === spec.min };
      });
      const told = all.length <= ALWAYS_TOLD ? all : all.filter((k) => k.at !== k.spec.start);
      return told.length === 0 ? [] : [{ part: part.id, name: partName(setup, catalogue, part.id), knobs: told }];
    });
}

function showsOf(setup: Setup, report: Report, catalogue: Catalogue): readonly Step[] {
  const devices = [report, ...report.also].map((r) => {
    const app = appIn(catalogue, r.app).name;
    const device = partName(setup, catalogue, r.device);
    const chosen = r.inputs.find((i) => i.chosen);
    if (!chosen) return runText('shows.nothing', { app });
    return chosen.builtIn
      ? runText('shows.own', { app, device })
      : runText('shows.listed', { device, app, input: chosen.label });
  });
  return [...devices, ...sessionActs(setup, catalogue)].map((text) => ({ id: `shows ${text}`, text }));
}

/** The three checks: which track moves, how loud it gets, how quiet it is. */
function checksOf(setup: Setup, report: Report, catalogue: Catalogue): Pick<RunSheet, 'tap' | 'peak' | 'noise'> {
  const track = (number: number) => (report.channels.length > 1 ? `track ${number}` : 'the track');
  const voices = report.lines.map((line) => {
    const heard = report.channels.flatMap((c) => {
      const a = c.arrivals.find((x) => x.source === line.source);
      return a && !a.leaks && a.averageDbu !== null && a.peakDbfs !== null
        ? [{ number: c.number, peak: a.peakDbfs }]
        : [];
    });
    const name = setup.job.sources.find((s) => s.id === line.source)?.name ?? line.source;
    return { line, name, heard: line.arrives ? heard : [], mic: partName(setup, catalogue, line.microphone) };
  });
  const tap = voices.map(({ line, mic, heard }) => {
    const [first] = heard;
    const id = `tap ${line.source} ${line.microphone}`;
    if (!first) return { id, text: runText('tap.none', { mic }) };
    const tracks = listText(heard.map((h) => track(h.number)));
    const others = voices.filter((v) => v.line !== line && v.heard.some((h) => h.number === first.number));
    return others.length === 0
      ? { id, text: runText('tap.one', { mic, track: tracks }) }
      : {
          id,
          text: runText('tap.shared', { mic, track: tracks, others: listText([...new Set(others.map((o) => o.mic))]) }),
        };
  });
  const peak = voices.flatMap(({ line, name, mic, heard }) => {
    const most = Math.max(...heard.map((h) => h.peak));
    if (heard.length === 0) return [];
    const id = `peak ${line.source} ${line.microphone}`;
    return [
      most > 0
        ? { id, text: runText('peak.clips', { voice: name }) }
        : { id, text: runText('peak.level', { voice: name, mic, peak: figure(most) }) },
    ];
  });
  const noise = report.channels
    .filter((c) => c.arrivals.some((a) => a.averageDbu !== null))
    .map((c) => {
      const dbfs = Math.max(LOWEST_DBFS, dbu(c.noiseVolt) - c.fullScaleDbu);
      return { id: `noise ${c.number}`, text: runText('noise.level', { track: track(c.number), noise: figure(dbfs) }) };
    });
  return { tap, peak, noise };
}

function hearsOf({ hears: { voices, listeners, heard } }: Report): readonly Step[] {
  return listeners
    .filter((l) => l.kind !== 'take')
    .map((l) => {
      const names = (of: typeof heard) => listText(of.map((h) => voices.find((v) => v.id === h.from)?.name ?? h.from));
      const own = heard.filter((h) => h.to === l.id && h.want !== 'self');
      const comes = own.filter((h) => h.levelDb !== null && h.is !== 'missing' && h.is !== 'faint');
      const missing = own.filter((h) => h.is === 'missing' || h.is === 'faint');
      const echo = heard.some((h) => h.to === l.id && h.is === 'echo');
      const values = { listener: l.name, voices: names(comes) };
      const text =
        comes.length === 0
          ? runText('hears.none', values)
          : missing.length > 0
            ? runText('hears.not', { ...values, missing: names(missing) })
            : echo
              ? runText('hears.echo', values)
              : runText('hears.all', values);
      return { id: `hears ${l.id}`, text };
    });
}

function powerOf(setup: Setup, report: Report, catalogue: Catalogue): readonly Step[] {
  return report.runtimes.map(({ part, minutes }) => {
    const values = { part: partName(setup, catalogue, part) };
    const id = `power ${part}`;
    if (minutes === null) return { id, text: runText('power.stays', values) };
    if (minutes >= setup.job.minutes) return { id, text: runText('power.lasts', { ...values, minutes }) };
    const by = Math.max(1, Math.floor((minutes * (1 - CHANGE_EARLY)) / 5) * 5);
    return { id, text: runText('power.change', { ...values, by, minutes: Math.floor(minutes) }) };
  });
}
