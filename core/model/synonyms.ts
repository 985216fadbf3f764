/** Words that people use for one thing, each the other's equal. */
export type Synonyms = readonly (readonly string[])[];

const has = (text: string, word: string): boolean => {
  const at = text.indexOf(word);
  if (at < 0) return false;
  // "pad" is no part of "padded"; a plural is the same thing.
  const [before, after] = [text[at - 1] ?? ' ', text.slice(at + word.length)];
  return !/[a-z0-9]/.test(before) && (/^(s|es)?([^a-z0-9]|$)/.test(after) || has(after, word));
};

/**
 * A text with every other word for what it names, in lower case: whoever looks for any of them finds it.
 * @example alsoCalled('Lapel microphone', synonyms).includes('lavalier'); // true
 */
export function alsoCalled(text: string, synonyms: Synonyms): string {
  const own = text.toLowerCase();
  const more = synonyms
    .map((set) => set.map((w) => w.toLowerCase()))
    .filter((set) => set.some((w) => has(own, w)))
    .flat();
  return [own, ...more].join(' ');
}
