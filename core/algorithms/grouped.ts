/** Things by what they have in common, both in the order in which they come. */
export function grouped<K, V>(things: Iterable<V>, keyOf: (thing: V) => K): ReadonlyMap<K, readonly V[]> {
  const groups = new Map<K, V[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    const group = groups.get(key);
    if (group) group.push(thing);
    else groups.set(key, [thing]);
  }
  return groups;
}
