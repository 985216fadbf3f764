/** Words of ours that nobody in the trade says in that sense; leads as a verb, and the contacts of an XLR socket, are meant otherwise. */
export const NOT_SAID =
  /\b(joints?|leads?(?! from| to| nowhere| your| there| up| down| neither)|(?<!three |with )holes?|mends?|far end|upside down|poles?|phono(?!\)? ?\(|\)))\b/i;

export const sentencesIn = (text: string): readonly string[] => text.split(/(?<=[.!?:;]) (?=\p{Lu}|\{)/u);
export const wordsIn = (text: string): number => text.split(/\s+/).filter((w) => /[\p{L}\d{]/u.test(w)).length;
