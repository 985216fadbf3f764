type Reader = typeof import('@/core/read');
let loaded: Reader | null = null;

/** What reads and checks documents: much of it, and asked for only once the page is there. */
export const reader = async (): Promise<Reader> => {
  loaded ??= await import('@/core/read');
  return loaded;
};

/** The same where nothing may be waited for, as within a transaction: it must have been loaded before. */
export function readerNow(): Reader {
  if (!loaded) throw new Error('documents are read before their reader is there');
  return loaded;
}
