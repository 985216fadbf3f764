/** How numbers are written, wherever they stand: a liking of the person, and no part of any document. */
export interface Style {
  readonly decimal: '.' | ',';
  /** Distances and lengths are kept in metres; this is how they are told. */
  readonly length: 'm' | 'ft';
  /** Where the owner of a drawer names none. */
  readonly currency: string;
}

export const PLAIN_STYLE: Style = { decimal: '.', length: 'm', currency: 'EUR' };

let now: Style = PLAIN_STYLE;

/**
 * From here on numbers are written so, in this thread. Set once as it begins, as a locale is: texts are made in many places
 * and a number has one look in all.
 */
export const writeIn = (style: Style): void => {
  now = style;
};

export const style = (): Style => now;

/** Of a number's digits. */
export const withDecimal = (digits: string): string =>
  now.decimal === '.' ? digits : digits.replace('.', now.decimal);

/** A number as a person types it, with a comma or a point; not a number where it is none. */
export const typedNumber = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

/** International foot, metres: exact since 1959. */
const FOOT_M = 0.3048;

/** A length in the unit that is told, and back. */
export const toldLength = (m: number): number => (now.length === 'm' ? m : m / FOOT_M);
/** The same to a hundredth, as it is typed. */
export const toldNumber = (m: number): number => Number(toldLength(m).toFixed(2));
export const metresTold = (told: number): number => (now.length === 'm' ? told : told * FOOT_M);
