import type { PartClass } from '../model';

/** "an 8-contact adapter", "a pad". */
export const withArticle = (c: PartClass): string =>
  `${/^[aeiou8]/i.test(c.name) ? 'an' : 'a'} ${/^[A-Z]{2}/.test(c.name) ? c.name : `${c.name[0].toLowerCase()}${c.name.slice(1)}`}`;
