type Made<M> = { readonly [K in keyof M]: M[K] extends () => infer V ? V : never };

/**
 * What is known, and with it what is worked out when it is first read, and once: of a hundred setups that are tried, most are
 * asked for little. To spread it, or to send it, works out all of it.
 */
export function lazily<Known extends object, M extends Readonly<Record<string, () => unknown>>>(
  known: Known,
  make: M,
): Known & Made<M> {
  const all: object = { ...known };
  for (const [key, work] of Object.entries(make))
    Object.defineProperty(all, key, {
      enumerable: true,
      configurable: true,
      get() {
        const value = work();
        Object.defineProperty(all, key, { enumerable: true, value });
        return value;
      },
    });
  return all as Known & Made<M>;
}
