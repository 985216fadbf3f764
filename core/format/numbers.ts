import { style, toldLength, withDecimal } from './style';

/** Numbers, units and small words as they are written everywhere: one minus, one clock, one distance. */

/** A minus as long as a figure, none on nothing, and the decimal sign. @param digits of one number */
export const minus = (digits: string): string =>
  withDecimal(Number(digits) === 0 ? digits.replace('-', '') : digits.replace(/^-/, '−'));

/** @param digits after the point */
export const figure = (x: number, digits = 0): string =>
  Number.isFinite(x) ? minus(x.toFixed(digits)) : x > 0 ? '∞' : '−∞';

/** Two figures at most: for what is only estimated. */
export const rough = (x: number): string => minus(String(Number(x.toPrecision(2))));

/** With a plus: for what a knob adds. */
export const signed = (x: number, digits = 0): string =>
  `${Number(x.toFixed(digits)) > 0 ? '+' : ''}${figure(x, digits)}`;

/** How a figure changed: "6.0 dB lower", "20 times as much", "40 % less". @param change a difference of decibels, else a ratio */
export function changeText(unit: string, change: number): string {
  if (unit.startsWith('dB')) return `${figure(Math.abs(change), 1)} dB ${change < 0 ? 'lower' : 'higher'}`;
  if (change >= 2) return `${rough(change)} times as much`;
  return `${rough(Math.abs(100 * (change - 1)))} % ${change < 1 ? 'less' : 'more'}`;
}

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });

/** "3 Nov 2026" of 2026-11-03. */
export const dayText = (date: string): string => DAY.format(new Date(`${date.slice(0, 10)}T00:00:00Z`));

export const dbText = (db: number, digits = 0): string => `${figure(db, digits)} dB`;

/** Ohms in the words of a meter: 0.09 Ω, 1.0 kΩ, open. */
export function ohmText(ohm: number): string {
  if (!Number.isFinite(ohm) || ohm > 5e7) return 'open';
  if (ohm >= 1e6) return `${figure(ohm / 1e6, 1)} MΩ`;
  if (ohm >= 1000) return `${figure(ohm / 1000, ohm < 1e5 ? 1 : 0)} kΩ`;
  return `${figure(ohm, ohm < 10 ? 2 : 0)} Ω`;
}

/** Volts to a hundredth, without a sign on nothing. */
export const voltText = (volt: number): string => `${figure(volt, 2)} V`;

export const hertzText = (hz: number): string =>
  Math.round(hz) < 1000 ? `${figure(hz)} Hz` : `${figure(hz / 1000, 1)} kHz`;

/** A length or distance to a tenth, finer below one: "0.15 m", "10 m", "33 ft". @param m metres */
export const metresText = (m: number): string => `${lengthDigits(m)} ${style().length}`;

/** The same without its unit. */
export const lengthDigits = (m: number): string => {
  const told = toldLength(m);
  const digits = told < 1 ? 2 : style().length === 'ft' && told >= 10 ? 0 : 1;
  return minus(String(Number(told.toFixed(digits))));
};

/** "43 min", "3 h 40 min". */
export function minutesText(minutes: number): string {
  if (!Number.isFinite(minutes)) return 'as long as it is charged';
  const m = Math.round(minutes);
  if (m < 120) return `${m} min`;
  return m % 60 === 0 ? `${Math.floor(m / 60)} h` : `${Math.floor(m / 60)} h ${m % 60} min`;
}

/** A time in a take, minutes and seconds: "0:03.4", "61:20". @param digits after the second */
export function clockText(seconds: number, digits = 1): string {
  const minutes = Math.floor(seconds / 60);
  const rest = (seconds - 60 * minutes).toFixed(digits);
  return `${minutes}:${withDecimal(rest.padStart(digits > 0 ? 3 + digits : 2, '0'))}`;
}

/** "27 EUR", "4.50 crowns". */
export const moneyText = (x: number, currency: string | undefined): string =>
  `${figure(x, Number.isInteger(Math.round(100 * x) / 100) ? 0 : 2)} ${currency ?? style().currency}`;

export const timesText = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);

const SMALL = ['no', 'one', 'two', 'three', 'four', 'five', 'six'];

/** "one cable", "two cables", "12 cables". */
export const countText = (n: number, one: string, many = `${one}s`): string =>
  `${SMALL[n] ?? n} ${n === 1 ? one : many}`;

/** "Ana", "Ana and Ben", "Ana, Ben and Cleo". */
export const listText = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** Small at its beginning, unless it begins with an abbreviation. */
export const lower = (words: string): string =>
  /^[A-Z][A-Z0-9-]/.test(words) ? words : `${words.slice(0, 1).toLowerCase()}${words.slice(1)}`;

export const capital = (words: string): string => `${words.slice(0, 1).toUpperCase()}${words.slice(1)}`;

/** Letters that are said by their names, or begin like one: an XLR, an RCA, an 8-contact; a USB, a unit. */
const WITH_AN = /^(XLR|RCA|[aeio8]|u(?!sb|ni|se))/i;

/** "an 8-contact adapter", "a pad", "headphones". */
export const withArticle = (name: string): string =>
  /^(head|ear)phones\b/i.test(name) ? lower(name) : `${WITH_AN.test(name) ? 'an' : 'a'} ${lower(name)}`;

/** The first sentence of several: verdict and place. */
export const firstSentence = (words: string): string => {
  const end = words.search(/[.!?] (?=\p{Lu})/u);
  return end < 0 ? words : words.slice(0, end + 1);
};
