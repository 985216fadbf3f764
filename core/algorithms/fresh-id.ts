/** An id that is not taken yet, made from a class id. */
export function freshId(taken: Iterable<string>, stem: string): string {
  const used = new Set(taken);
  if (!used.has(stem)) return stem;
  let n = 2;
  while (used.has(`${stem}-${n}`)) n += 1;
  return `${stem}-${n}`;
}
