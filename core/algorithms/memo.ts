/** What depends on one object that does not change, worked out once for it; forgotten with it. */
export function memo<K extends object, V>(make: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, { readonly value: V }>();
  return (key) => {
    const before = known.get(key);
    if (before) return before.value;
    const value = make(key);
    known.set(key, { value });
    return value;
  };
}

/** The same of two objects. */
export function memoOfTwo<A extends object, B extends object, V>(make: (a: A, b: B) => V): (a: A, b: B) => V {
  const ofFirst = memo((a: A) => memo((b: B) => make(a, b)));
  return (a, b) => ofFirst(a)(b);
}

/** What depends on arguments that a key tells apart, worked out once; kept as long as the function is. */
export function memoBy<Args extends readonly unknown[], V>(
  keyOf: (...args: Args) => unknown,
  make: (...args: Args) => V,
): (...args: Args) => V {
  const known = new Map<unknown, { readonly value: V }>();
  return (...args) => {
    const key = keyOf(...args);
    const before = known.get(key);
    if (before) return before.value;
    const value = make(...args);
    known.set(key, { value });
    return value;
  };
}
