import type { ElementSpec } from '../model';

/** What else an element names besides its figures: nodes by field. */
const NODE_FIELDS = ['between', 'in', 'out', 'primary', 'secondary', 'node', 'at'] as const;

/** The fields of an element that name nodes, each with its nodes. */
export function nodeFields(e: ElementSpec): readonly { readonly field: string; readonly nodes: readonly string[] }[] {
  const fields: Readonly<Record<string, unknown>> = { ...e };
  const needs = 'needs' in e && e.needs ? [{ field: 'needs/between', nodes: e.needs.between }] : [];
  return [
    ...NODE_FIELDS.flatMap((field) => {
      const at = fields[field];
      if (at === undefined) return [];
      return [{ field, nodes: Array.isArray(at) ? at.map(String) : [String(at)] }];
    }),
    ...needs,
  ];
}

/**
 * Nodes of a part's own that hang in the air: touched once only, or with no way to a contact or to the reference.
 * A limit and a need only look; they tie nothing down.
 */
export function looseNodes(circuit: readonly ElementSpec[]): readonly string[] {
  const ties = circuit.filter((e) => e.is !== 'limit').map((e) => new Set(nodesTied(e)));
  const isOuter = (node: string) => node.includes('.') || node === 'reference';
  const own = new Set(ties.flatMap((t) => [...t]).filter((n) => !isOuter(n)));
  const reached = new Set<string>();
  const queue = ties.flatMap((t) => [...t]).filter(isOuter);
  for (let node = queue.pop(); node !== undefined; node = queue.pop()) {
    if (reached.has(node)) continue;
    reached.add(node);
    for (const t of ties) if (t.has(node)) queue.push(...t);
  }
  return [...own].filter((n) => !reached.has(n) || ties.filter((t) => t.has(n)).length < 2);
}

const nodesTied = (e: ElementSpec): readonly string[] =>
  nodeFields(e).flatMap((f) => (f.field === 'needs/between' ? [] : f.nodes));
