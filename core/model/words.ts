/** Small at its beginning, unless it begins with an abbreviation. */
export const lower = (words: string): string =>
  /^[A-Z][A-Z0-9-]/.test(words) ? words : `${words.slice(0, 1).toLowerCase()}${words.slice(1)}`;

/** Letters that are said by their names, or begin like one: an XLR, an RCA, an 8-contact; a USB, a unit. */
const WITH_AN = /^(XLR|RCA|[aeio8]|u(?!sb|ni|se))/i;

/** "an 8-contact adapter", "a pad", "headphones". */
export const withArticle = (name: string): string =>
  /^(head|ear)phones\b/i.test(name) ? lower(name) : `${WITH_AN.test(name) ? 'an' : 'a'} ${lower(name)}`;
