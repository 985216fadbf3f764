import { itemAt } from '../algorithms';
import type { Fault } from './problem';

/**
 * A block that recurs in many classes, told once: ports, figures, knobs, elements and inputs in which {name} stands for what a
 * class says where it uses the block.
 */
export interface Fragment {
  readonly id: string;
  readonly summary: string;
  /** What a use says, with what stands where it does not; null where it must. */
  readonly parameters: Readonly<Record<string, Argument | null>>;
  readonly values?: Readonly<Record<string, unknown>>;
  readonly ports?: readonly unknown[];
  readonly knobs?: readonly unknown[];
  readonly circuit?: readonly unknown[];
  readonly inputs?: readonly unknown[];
}

export type Argument = string | number;

const LISTS = ['ports', 'knobs', 'circuit', 'inputs'] as const;

type Written = Readonly<Record<string, unknown>>;

/** What a class is once its fragments are put in, and what is wrong with how it uses them. */
export interface Expanded {
  readonly data: unknown;
  readonly faults: readonly Fault[];
}

/**
 * Put the fragments of a class in: theirs first, in the order of use, then its own; a bare id in a list of its own is where
 * the fragment's port, knob or element of that id stands. A figure that the class gives itself goes before a fragment's.
 * @param written a class as it lies in its file; what is no object comes back as it is.
 */
export function expanded(written: unknown, fragments: ReadonlyMap<string, Fragment>): Expanded {
  if (!isRecord(written) || written['uses'] === undefined) return { data: written, faults: [] };
  const { uses, ...own } = written;
  if (!Array.isArray(uses)) return { data: own, faults: [{ field: '/uses', message: 'It must be a list.' }] };
  const faults: Fault[] = [];
  const used = uses.flatMap((use: unknown, i): readonly Written[] => {
    const { put, wrong } = inPlace(use, fragments);
    faults.push(...wrong.map((message) => ({ field: `/uses/${i}`, message })));
    return put ? [put] : [];
  });
  const values: Record<string, unknown> = {};
  for (const [i, u] of used.entries()) {
    for (const [name, v] of Object.entries(isRecord(u['values']) ? u['values'] : {})) {
      const isOwn = isRecord(own['values']) && Object.hasOwn(own['values'], name);
      if (!isOwn && Object.hasOwn(values, name) && JSON.stringify(values[name]) !== JSON.stringify(v)) {
        faults.push({
          field: `/uses/${i}`,
          message: `It gives "${name}" otherwise than a fragment before: say it in the class.`,
        });
      }
      values[name] ??= v;
    }
  }
  const lists = Object.fromEntries(
    LISTS.flatMap((key) => {
      const theirs = used.flatMap((u) => (Array.isArray(u[key]) ? u[key] : []));
      const { all, wrong } = inOrder(theirs, Array.isArray(own[key]) ? own[key] : []);
      faults.push(...wrong.map((id) => ({ field: `/${key}`, message: `No fragment in use gives "${id}".` })));
      return all.length > 0 || own[key] !== undefined || key === 'circuit' ? [[key, all]] : [];
    }),
  );
  return {
    data: { ...own, values: { ...values, ...(isRecord(own['values']) ? own['values'] : {}) }, ...lists },
    faults,
  };
}

/** Those of the fragments first, but where the class's own list names one by its id: there it stands. */
function inOrder(theirs: readonly unknown[], own: readonly unknown[]) {
  const wrong: string[] = [];
  const placed = own.map((x) => {
    if (typeof x !== 'string') return x;
    const named = theirs.find((t) => isRecord(t) && t['id'] === x);
    if (!named) wrong.push(x);
    return named;
  });
  return { all: [...theirs.filter((t) => !placed.includes(t)), ...placed.filter((x) => x !== undefined)], wrong };
}

const isRecord = (x: unknown): x is Written => typeof x === 'object' && x !== null && !Array.isArray(x);

/** A fragment with what this use says of it. */
function inPlace(
  use: unknown,
  fragments: ReadonlyMap<string, Fragment>,
): { readonly put: Written | null; readonly wrong: readonly string[] } {
  if (!isRecord(use) || typeof use['fragment'] !== 'string') return { put: null, wrong: ['"fragment" is missing.'] };
  const { fragment: id, ...said } = use;
  const fragment = fragments.get(String(id));
  if (!fragment) {
    return { put: null, wrong: [`There is no fragment "${id}": there are ${[...fragments.keys()].join(', ')}.`] };
  }
  const wrong = [
    ...Object.keys(said).flatMap((p) =>
      Object.hasOwn(fragment.parameters, p) ? [] : [`The fragment "${id}" has no parameter "${p}".`],
    ),
    ...Object.entries(fragment.parameters).flatMap(([p, otherwise]) =>
      otherwise === null && said[p] === undefined ? [`The fragment "${id}" needs "${p}".`] : [],
    ),
    ...Object.entries(said).flatMap(([p, v]) =>
      typeof v === 'string' || typeof v === 'number' ? [] : [`"${p}" must be a word or a number.`],
    ),
  ];
  if (wrong.length > 0) return { put: null, wrong };
  const { values, ports, knobs, circuit, inputs, parameters } = fragment;
  // What stands where nothing is said can be made of what is: in{n}.
  const all = { ...parameters, ...said };
  const put = filled(
    { values, ports, knobs, circuit, inputs },
    Object.fromEntries(Object.entries(all).map(([k, v]) => [k, filled(v, all)])),
  );
  return { put: isRecord(put) ? put : null, wrong: [] };
}

/** Each {name} in place: alone it keeps its kind, a number; within a word it is part of that. */
function filled(at: unknown, said: Written): unknown {
  if (typeof at === 'string') {
    const alone = /^\{(\w+)\}$/.exec(at);
    if (alone && Object.hasOwn(said, itemAt(alone, 1))) return said[itemAt(alone, 1)];
    return at.replace(/\{(\w+)\}/g, (whole, name) => (Object.hasOwn(said, name) ? String(said[name]) : whole));
  }
  if (Array.isArray(at)) return at.map((x) => filled(x, said));
  if (!isRecord(at)) return at;
  return Object.fromEntries(Object.entries(at).map(([key, x]) => [String(filled(key, said)), filled(x, said)]));
}
