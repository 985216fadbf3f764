import { strFromU8, strToU8, unzlibSync, zlibSync } from 'fflate';
import { fail, ok, type Result } from '../circuit';
import { DICTIONARY_1 } from './dictionary';

/** One of the codes that a document is carried over in: a fragment of an address. */
export interface Piece {
  /** Which document it belongs to: what all of it hashes to. */
  readonly parcel: string;
  /** From 1. */
  readonly part: number;
  readonly count: number;
  readonly data: string;
}

/** Letters in one code: a phone reads so many from a screen at arm's length. */
const LETTERS_A_CODE = 880;
/** A document that would take more is carried over in another way. */
export const MOST_CODES = 24;
/** Longest text that is unpacked: what a few letters swell to is bounded. */
const LONGEST_TEXT = 5e6;
const VERSION = '1';

const dictionary = strToU8(DICTIONARY_1);

/**
 * A document's text as fragments of an address, one a code: packed, in letters that need no escape.
 * @returns none where it would take more than `MOST_CODES`
 */
export function piecesOf(text: string): readonly Piece[] {
  const packed = base64url(zlibSync(strToU8(text), { level: 9, dictionary }));
  const count = Math.ceil(packed.length / LETTERS_A_CODE);
  if (count > MOST_CODES) return [];
  // Of equal length, so that each code is as easy to read as the others.
  const length = Math.ceil(packed.length / count);
  const parcel = hashOf(packed);
  return Array.from({ length: count }, (_, i) => ({
    parcel,
    part: i + 1,
    count,
    data: packed.slice(i * length, (i + 1) * length),
  }));
}

/** The fragment of a piece, without the #. */
export const fragmentOf = ({ parcel, part, count, data }: Piece): string =>
  [VERSION, parcel, part, count, data].join('.');

/** The piece that an address or a fragment carries; null where it carries none. */
export function pieceIn(address: string): Piece | null {
  const fragment = address.includes('#') ? address.slice(address.indexOf('#') + 1) : address;
  const found = /^1\.([0-9a-z]{1,7})\.(\d{1,2})\.(\d{1,2})\.([\w-]{1,2000})$/.exec(fragment);
  if (!found) return null;
  const [, parcel = '', part, count, data = ''] = found;
  const piece = { parcel, part: Number(part), count: Number(count), data };
  return piece.part >= 1 && piece.part <= piece.count && piece.count <= MOST_CODES ? piece : null;
}

/** Which parts of a document are still to come, by number. */
export function missingOf(pieces: readonly Piece[]): readonly number[] {
  const [first] = pieces;
  if (!first) return [];
  return Array.from({ length: first.count }, (_, i) => i + 1).filter((n) => !pieces.some((p) => p.part === n));
}

/**
 * The text that pieces carry, in whatever order they came.
 * @returns a problem where they are damaged; it is text like that of any file, to be read and checked
 */
export function textOf(pieces: readonly Piece[]): Result<string, string> {
  const packed = [...pieces].sort((a, b) => a.part - b.part).map((p) => p.data);
  const whole = packed.join('');
  if (hashOf(whole) !== pieces[0]?.parcel) return fail('The codes do not belong together, or one was read wrongly.');
  try {
    // Into a room of its own size: what would swell beyond it is cut, and no longer JSON.
    const out = new Uint8Array(LONGEST_TEXT);
    const text = unzlibSync(fromBase64url(whole), { out, dictionary });
    return ok(strFromU8(text));
  } catch {
    return fail('The code is damaged: it cannot be unpacked.');
  }
}

/** 32 bits of FNV-1a: tells documents apart, and a piece that was read wrongly. Source: Fowler, Noll and Vo. */
function hashOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(36);
}

function base64url(bytes: Uint8Array): string {
  let letters = '';
  for (const b of bytes) letters += String.fromCharCode(b);
  return btoa(letters).replaceAll('+', '-').replaceAll('/', '_').replace(/=+$/, '');
}

const fromBase64url = (text: string): Uint8Array =>
  Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (c) => c.charCodeAt(0));
