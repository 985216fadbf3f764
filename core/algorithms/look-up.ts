/**
 * What lies at a place of a list that is known to be long enough.
 * @throws where it is not: a fault of the program, named by place and length
 */
export function itemAt<T>(list: ArrayLike<T>, index: number): T {
  const item = list[index];
  if (item === undefined) throw new Error(`there is no item ${index} of ${list.length}`);
  return item;
}

/**
 * What a record holds under a key that is known to be in it.
 * @throws where it is not: a fault of the program, named by its key
 */
export function entryOf<T>(record: Readonly<Record<string, T>>, key: string): T {
  const entry = record[key];
  if (entry === undefined) throw new Error(`there is no entry ${key}`);
  return entry;
}

/**
 * What a map holds under a key that is known to be in it.
 * @throws where it is not: a fault of the program, named by its key
 */
export function atKey<K, V>(map: ReadonlyMap<K, V>, key: K): V {
  const value = map.get(key);
  if (value === undefined) throw new Error(`there is nothing under ${String(key)}`);
  return value;
}

/**
 * The one of a list that is called so and is known to be in it.
 * @throws where it is not: a fault of the program, named by its id
 */
export function byId<T extends { readonly id: unknown }>(list: Iterable<T>, id: T['id']): T {
  for (const item of list) if (item.id === id) return item;
  throw new Error(`there is none called ${String(id)}`);
}

/**
 * The first of a list with that value of a property, known to be in it: `oneWith(verdicts, 'gate', 'safe')`.
 * @throws where it is not: a fault of the program, named by property and value
 */
export function oneWith<T, K extends keyof T>(list: Iterable<T>, property: K, value: T[K]): T {
  for (const item of list) if (item[property] === value) return item;
  throw new Error(`there is none whose ${String(property)} is ${String(value)}`);
}

/**
 * A list that is known to hold two.
 * @throws where it holds another number: a fault of the program
 */
export function pairOf<T>(list: Iterable<T>): readonly [T, T] {
  const [one, other, ...more] = list;
  if (one === undefined || other === undefined || more.length > 0) throw new Error('there are not two of them');
  return [one, other];
}
