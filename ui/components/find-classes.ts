import { catalogue, synonyms } from '@/catalogue';
import { memo } from '@/core/algorithms';
import { describeConnector, mustConnector } from '@/core/connectors';
import { alsoCalled, type PartClass } from '@/core/model';
import { KIND_TITLES, KINDS_IN_ORDER } from './kinds';

const wordsOf = memo((c: PartClass): string =>
  alsoCalled(
    [c.name, c.summary, KIND_TITLES[c.kind], ...c.ports.map((p) => describeConnector(mustConnector(p.connector)))].join(
      ' ',
    ),
    synonyms,
  ),
);

/**
 * Has a class all of these words somewhere: in its name, what it is, what its plugs and sockets are called, what else people
 * say for any of these, or what its owner calls it?
 */
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
