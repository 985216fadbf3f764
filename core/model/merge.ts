import { itemAt } from '../algorithms';
/** What two hands made of one document. */
export interface Merged<T> {
  readonly document: T;
  /** Places (JSON pointers by id) at which both had set something else: what the later hand set stands. */
  readonly replaced: readonly string[];
}

type Json = unknown;
type Fields = Readonly<Record<string, Json>>;

/**
 * Bring together what a later hand made of a document with what has since become of it: fields, and the items of lists that
 * have names, one by one. What only one of them changed stands; where both did, the later hand's does. What the other took
 * away stays away. Lists whose items have no names are taken whole.
 * @param base what the later hand began from.
 * @param mine what it made of that.
 * @param now what the document is now.
 */
export function merged<T>(base: T, mine: T, now: T): Merged<T> {
  const replaced: string[] = [];
  const document = mergeAny(base, mine, now, '', replaced) as T;
  return { document, replaced };
}

function mergeAny(base: Json, mine: Json, now: Json, at: string, replaced: string[]): Json {
  if (same(base, mine)) return now;
  if (same(base, now) || same(mine, now)) return mine;
  // Where there was nothing, both have begun: knobs of a part that stood as sold.
  if (isFields(base ?? {}) && isFields(mine) && isFields(now))
    return mergeFields((base ?? {}) as Fields, mine, now, at, replaced);
  const lists = [base, mine, now];
  if (lists.every(isNamed)) return mergeNamed(base as Named, mine as Named, now as Named, at, replaced);
  replaced.push(at);
  return mine;
}

function mergeFields(base: Fields, mine: Fields, now: Fields, at: string, replaced: string[]): Fields {
  // In the order of what is there now, and what is new after it: equal documents stay equal letter by letter.
  const keys = [...new Set([...Object.keys(now), ...Object.keys(mine)])];
  return Object.fromEntries(
    keys.flatMap((key) => {
      const value = mergeAny(base[key], mine[key], now[key], `${at}/${key}`, replaced);
      return value === undefined ? [] : [[key, value]];
    }),
  );
}

/** A list of things with names that do not change: parts, joints, sources; placements by who is heard by what. */
type Named = readonly Fields[];

const nameOf = (item: Fields): string | null =>
  typeof item['id'] === 'string'
    ? item['id']
    : typeof item['source'] === 'string' && typeof item['part'] === 'string'
      ? `${item['source']} ${item['part']}`
      : null;

const isNamed = (list: Json): list is Named =>
  Array.isArray(list) &&
  list.every((i) => isFields(i) && nameOf(i) !== null) &&
  new Set(list.map((i) => nameOf(i))).size === list.length;

function mergeNamed(base: Named, mine: Named, now: Named, at: string, replaced: string[]): Named {
  const byName = (list: readonly Fields[]) => new Map(list.map((i) => [nameOf(i)!, i]));
  const [was, own, is] = [byName(base), byName(mine), byName(now)];
  const kept = now.flatMap((item): Named => {
    const name = nameOf(item)!;
    const [before, after] = [was.get(name), own.get(name)];
    // Taken away by the later hand, or there since.
    if (after === undefined) return before === undefined ? [item] : [];
    return [mergeAny(before, after, item, `${at}/${name}`, replaced) as Fields];
  });
  const added = mine.flatMap((item, i): readonly { readonly item: Fields; readonly after: string | null }[] => {
    const name = nameOf(item)!;
    const isNew = !is.has(name) && !was.has(name);
    return isNew ? [{ item, after: i === 0 ? null : nameOf(itemAt(mine, i - 1)) }] : [];
  });
  // New ones stand behind what they stood behind; the order is of plugging.
  const list = [...kept];
  for (const { item, after } of added) {
    const place = after === null ? 0 : list.findIndex((i) => nameOf(i) === after) + 1 || list.length;
    list.splice(place, 0, item);
  }
  const order = (l: Named) => l.map((i) => nameOf(i)!).filter((n) => own.has(n) && is.has(n) && was.has(n));
  const isReordered = JSON.stringify(order(base)) !== JSON.stringify(order(mine));
  if (!isReordered) return list;
  const place = new Map(mine.map((i, k) => [nameOf(i)!, k]));
  return list
    .map((item, k) => ({ item, k }))
    .sort((a, b) => (place.get(nameOf(a.item)!) ?? a.k) - (place.get(nameOf(b.item)!) ?? b.k) || a.k - b.k)
    .map(({ item }) => item);
}

const isFields = (value: Json): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Alike whatever the order of their keys. */
export function same(a: Json, b: Json): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]));
  if (!isFields(a) || !isFields(b)) return false;
  const keys = Object.keys(a).filter((k) => a[k] !== undefined);
  return keys.length === Object.keys(b).filter((k) => b[k] !== undefined).length && keys.every((k) => same(a[k], b[k]));
}
