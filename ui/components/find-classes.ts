import { catalogue } from '@/catalogue';
import { connectorNamed, describeConnector } from '@/core/connectors';
import type { PartClass } from '@/core/model';
import { KIND_TITLES, KINDS_IN_ORDER } from './kinds';

const wordsOf = (c: PartClass): string =>
  [c.name, c.summary, KIND_TITLES[c.kind], ...c.ports.map((p) => describeConnector(connectorNamed(p.connector)!))]
    .join(' ')
    .toLowerCase();

/** Has a class all of these words somewhere: in its name, what it is, what its plugs and sockets are called, or what its owner calls it? */
export function isNamed(c: PartClass, text: string, own = ''): boolean {
  const words = `${own.toLowerCase()} ${wordsOf(c)}`;
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((w) => words.includes(w));
}

/** Classes with all of these words, by kind. */
export const classesNamed = (text: string): readonly PartClass[] =>
  [...catalogue.parts.values()]
    .filter((c) => c.kind !== 'unknown' && isNamed(c, text))
    .sort((a, b) => KINDS_IN_ORDER.indexOf(a.kind) - KINDS_IN_ORDER.indexOf(b.kind));
