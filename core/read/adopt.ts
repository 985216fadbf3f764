import { entryOf } from '../algorithms';
import {
  type Catalogue,
  type Destination,
  type Document,
  type Drawer,
  type Job,
  movedTo,
  type Part,
  type PartClass,
  quantity,
  runsOn,
  type Setup,
  type Source,
  UNKNOWN,
  UNKNOWN_APP,
  UNKNOWN_DEVICE,
  type Was,
} from '../model';
import { ALIASES, type Aliases } from './aliases';

/**
 * A document in the words of this catalogue: what had another name gets today's; a part, device or app of a class that is
 * not here becomes one that is not known here, with all that was told of it kept beside it; what was such a part and is
 * known again becomes itself.
 */
export function adopted<D extends Document>(document: D, catalogue: Catalogue, aliases: Aliases = ALIASES): D {
  const all: Document = document;
  switch (all.format) {
    case 'symplex.setup':
      return adoptedSetup(all, catalogue, aliases) as D;
    case 'symplex.job':
      return adoptedJob(all, catalogue, aliases) as D;
    case 'symplex.drawer':
      return adoptedDrawer(all, catalogue, aliases) as D;
    case 'symplex.entry':
      return document;
    case 'symplex.bundle': {
      const each = <T extends Document>(list: readonly T[]) => list.map((d) => adopted(d, catalogue, aliases));
      return { ...document, setups: each(all.setups), jobs: each(all.jobs), drawers: each(all.drawers) };
    }
  }
}

function adoptedDrawer(drawer: Drawer, catalogue: Catalogue, aliases: Aliases): Drawer {
  const now = (part: Part): Part => adoptedPart(part, [], catalogue, aliases).part;
  const told = [...drawer.parts, ...(drawer.retired ?? [])];
  // A figure of another day goes by the names of its part's figures.
  const ownFigures = drawer.ownFigures?.map((r) => {
    const part = told.find((p) => p.id === r.part);
    const [own] = part
      ? Object.entries(now({ id: part.id, class: part.class, values: { [r.figure]: r.value } }).values ?? {})
      : [];
    return own ? { ...r, figure: own[0], value: own[1] } : r;
  });
  return {
    ...drawer,
    parts: drawer.parts.map(now),
    ...(drawer.retired ? { retired: drawer.retired.map((p) => ({ ...now(p), retiredOn: p.retiredOn })) } : {}),
    ...(ownFigures ? { ownFigures } : {}),
  };
}

function adoptedJob(job: Job, catalogue: Catalogue, aliases: Aliases): Job {
  const also = job.also?.map((d) => adoptedDestination(d, catalogue, aliases));
  const sources = job.sources.map((s) => adoptedSource(s, catalogue, aliases));
  const asked = job.with?.map((w) => ('class' in w ? { class: renamed(aliases.parts, w.class) } : w));
  return {
    ...adoptedDestination(job, catalogue, aliases),
    sources,
    ...(also ? { also } : {}),
    ...(asked ? { with: asked } : {}),
  };
}

function adoptedDestination<D extends Destination>({ was, ...d }: D, catalogue: Catalogue, aliases: Aliases): D {
  const device = named(d.device, was?.device, UNKNOWN_DEVICE, aliases.parts, catalogue.parts);
  const app = named(d.app, was?.app, UNKNOWN_APP, aliases.apps, catalogue.apps);
  const lost = { ...filledIn('device', device.was), ...filledIn('app', app.was) };
  const now = { ...d, device: device.now, app: app.now, ...filled('was', lost) } as D;
  // Cameras and recorders had the apps of phones once.
  const [there, running] = [catalogue.parts.get(device.now), catalogue.apps.get(app.now)];
  return there && running && !runsOn(running, there) ? movedTo(now, device.now, catalogue) : now;
}

function adoptedSource({ was, ...source }: Source, catalogue: Catalogue, aliases: Aliases): Source {
  if (source.from === undefined) return source;
  const from = named(source.from, was, UNKNOWN, aliases.parts, catalogue.parts);
  return { ...source, from: from.now, ...filledIn('was', from.was) };
}

/** What a class is called here: `standIn` where it is not here, with what it was called. */
function named(
  told: string,
  was: string | undefined,
  standIn: string,
  names: Aliases['parts'],
  classes: ReadonlyMap<string, unknown>,
): { readonly now: string; readonly was?: string } {
  const first = told === standIn ? (was ?? told) : told;
  const now = renamed(names, first);
  return classes.has(now) ? { now } : { now: standIn, was: first };
}

function adoptedSetup(setup: Setup, catalogue: Catalogue, aliases: Aliases): Setup {
  const portOf = new Map<string, ReadonlyMap<string, string>>();
  const job = adoptedJob(setup.job, catalogue, aliases);
  const devices = new Set([job, ...(job.also ?? [])].flatMap((d) => d.was?.device ?? []));
  const parts = setup.parts.map((p) => {
    const used = setup.joints.flatMap((j) => [j.a, j.b].filter((r) => r.part === p.id).map((r) => r.port));
    const { part, ports } = adoptedPart(p, used, catalogue, aliases);
    portOf.set(p.id, ports);
    return part.was && devices.has(part.was.class) ? { ...part, class: UNKNOWN_DEVICE } : part;
  });
  const ref = (r: Setup['joints'][number]['a']) => ({ ...r, port: portOf.get(r.part)?.get(r.port) ?? r.port });
  return {
    ...setup,
    job,
    parts,
    joints: setup.joints.map((j) => ({ ...j, a: ref(j.a), b: ref(j.b) })),
  };
}

/** @param used its ports that a joint is at. */
function adoptedPart(told: Part, used: readonly string[], catalogue: Catalogue, aliases: Aliases): Adopted {
  const { part, ports } = restored(told, catalogue, aliases);
  const id = renamed(aliases.parts, part.class);
  const partClass = catalogue.parts.get(id);
  if (!partClass) return strange(part, used);
  if (partClass.kind === 'unknown') return { part, ports };
  const { knobs, values, measured, ...rest } = part;
  const aliasOf = (name: string) =>
    Object.hasOwn(partClass.values, name)
      ? undefined
      : aliases.values.find((a) => a.from === name && (a.to === null || Object.hasOwn(partClass.values, a.to)));
  const called = <T>(own: Readonly<Record<string, T>> | undefined, of: (x: T, per: string | undefined) => T) =>
    Object.fromEntries(
      Object.entries(own ?? {}).flatMap(([name, x]): readonly (readonly [string, T])[] => {
        const alias = aliasOf(name);
        if (!alias) return [[name, x]];
        return alias.to === null ? [] : [[alias.to, of(x, alias.per)]];
      }),
    );
  const now = { ...part, class: id };
  const turned = Object.entries(knobs ?? {}).flatMap(([k, at]) => turnedTo(aliases, partClass, part.class, k, at));
  return {
    part: {
      ...rest,
      class: id,
      ...filled('knobs', Object.fromEntries(turned)),
      ...filled(
        'values',
        called(values, (x, per) => (per === undefined ? x : x / quantity(now, partClass, per))),
      ),
      ...filled(
        'measured',
        called(measured, (day) => day),
      ),
    },
    ports: new Map(used.map((p) => [p, renamed(aliases.ports, ports.get(p) ?? p, part.class)])),
  };
}

/** Where a knob of the class's earlier form stands today; nowhere where there is none any more. */
function turnedTo(
  { knobs }: Aliases,
  partClass: PartClass,
  className: string,
  knob: string,
  at: number,
): readonly (readonly [string, number])[] {
  const key = `${className} ${knob}`;
  if (!Object.hasOwn(knobs, key)) return [[knob, at]];
  const { to, addDb = 0 } = entryOf(knobs, key);
  const now = partClass.knobs?.find((k) => k.id === to);
  return now ? [[now.id, Math.min(now.max, Math.max(now.min, Math.round(at + addDb)))]] : [];
}

interface Adopted {
  readonly part: Part;
  /** Its ports, by what the joints called them. */
  readonly ports: ReadonlyMap<string, string>;
}

/** A part that was not known once and is now: as it was told. */
function restored(part: Part, catalogue: Catalogue, aliases: Aliases): Adopted {
  const { was, ...rest } = part;
  if (!was || !catalogue.parts.has(renamed(aliases.parts, was.class))) return { part, ports: new Map() };
  const { class: name, ports = {}, ...told } = was;
  return { part: { ...rest, ...told, class: name }, ports: new Map(Object.entries(ports)) };
}

/** In place of a part of a class that is not here: with a hole for every joint, and all that was told of it kept. */
function strange(part: Part, used: readonly string[]): Adopted {
  const { id, class: name, knobs, values, measured, was: _, ...rest } = part;
  const holes = [...new Set(used)].map((port, i) => [`h${i + 1}`, port] as const);
  const was: Was = {
    class: name,
    ...filled('ports', Object.fromEntries(holes)),
    ...filled('knobs', knobs),
    ...filled('values', values),
    ...filled('measured', measured),
  };
  return { part: { id, ...rest, class: UNKNOWN, was }, ports: new Map(holes.map(([hole, port]) => [port, hole])) };
}

const renamed = (table: Readonly<Record<string, string>>, name: string, of?: string): string => {
  const key = of === undefined ? name : `${of} ${name}`;
  return Object.hasOwn(table, key) ? entryOf(table, key) : name;
};

const filled = <K extends string, V extends object>(key: K, value: V | undefined): { readonly [P in K]?: V } =>
  (value && Object.keys(value).length > 0 ? { [key]: value } : {}) as { readonly [P in K]?: V };

const filledIn = <K extends string>(key: K, value: string | undefined): { readonly [P in K]?: string } =>
  (value === undefined ? {} : { [key]: value }) as { readonly [P in K]?: string };
