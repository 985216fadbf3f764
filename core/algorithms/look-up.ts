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
 * A list that is known to hold two.
 * @throws where it holds another number: a fault of the program
 */
export function pairOf<T>(list: Iterable<T>): readonly [T, T] {
  const [one, other, ...more] = list;
  if (one === undefined || other === undefined || more.length > 0) throw new Error('there are not two of them');
  return [one, other];
}
