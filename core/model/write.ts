import type { Document } from './documents';

/** The text of a document's file. Keys are sorted, so that equal documents give equal bytes whatever made them. */
export function writeDocument(document: Document): string {
  return `${JSON.stringify(document, sortKeys, 2)}\n`;
}

function sortKeys(_key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  const rank = (key: string) => ['format', 'version', 'id', 'name', 'class'].indexOf(key) & 0xff;
  return Object.fromEntries(
    Object.entries(value).sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : a > b ? 1 : 0)),
  );
}
