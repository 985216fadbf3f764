import { csvFormatRows } from 'd3-dsv';
import { describeConnector, mustConnector } from '../../connectors';
import { lengthDigits, metresText } from '../../format';
import {
  type Catalogue,
  type ClassId,
  classIn,
  type Drawer,
  ofKind,
  type Part,
  type PartClass,
  type PortSpec,
  quantity,
} from '../../model';
import { priceBand } from './prices';

/** One thing to ask for at a counter. */
export interface Wanted {
  /** The class, with the length of a cable that is longer than usual. */
  readonly classId: ClassId;
  readonly count: number;
  /** What it is, in words that need no maker: ends, wiring, length. */
  readonly what: string;
  /** What to look for on the package, or at the thing itself. */
  readonly check: readonly string[];
  /** From and to, for one; est. */
  readonly price: readonly [number, number];
}

/** What is to be bought, dearest first. */
export function shoppingList(
  counts: ReadonlyMap<string, number>,
  drawer: Drawer | null,
  catalogue: Catalogue,
): readonly Wanted[] {
  return [...counts]
    .map(([classId, count]) => {
      const part = ofKind(classId, catalogue);
      const c = classIn(catalogue, part.class);
      return { classId, count, what: inWords(c, part), check: checks(c), price: priceBand(classId, drawer, catalogue) };
    })
    .sort((a, b) => b.price[1] * b.count - a.price[1] * a.count || a.what.localeCompare(b.what));
}

/** The list as CSV, one thing a row; the same bytes for the same list. */
export const shoppingCsv = (list: readonly Wanted[], currency = ''): string =>
  `${csvFormatRows([
    ['count', 'what', 'check', ...['from', 'to'].map((h) => (currency ? `${h} (${currency})` : h))],
    ...list.map((w) => [String(w.count), w.what, w.check.join('; '), String(w.price[0]), String(w.price[1])]),
  ])}\n`;

const PLUGLESS = new Set(['radio', 'none']);
const endOf = (p: PortSpec): string => describeConnector(mustConnector(p.connector));

function inWords(c: PartClass, part: Part): string {
  const ends = c.ports.filter((p) => !PLUGLESS.has(p.carries));
  const counted = new Map<string, number>();
  for (const p of ends) counted.set(endOf(p), (counted.get(endOf(p)) ?? 0) + 1);
  const said = [...counted].map(([end, n]) => (n === 1 ? end : `${n} x ${end}`));
  const joined = c.kind === 'lead' && said.length === 2 ? said.join(' to ') : said.join(', ');
  return [`${c.name}: ${joined}`, ...orders(ends), ...lengths(c, part)].join(', ');
}

/** The wiring of four-pole plugs and sockets, which cannot be seen: ITU-T P.381 (today's) or the older order. */
function orders(ends: readonly PortSpec[]): readonly string[] {
  const found = new Set<string>();
  for (const { roles } of ends) {
    if (roles?.['ring2'] === 'ground' && roles['sleeve'] === 'mic') found.add('CTIA wiring');
    if (roles?.['ring2'] === 'mic' && roles['sleeve'] === 'ground') found.add('OMTP wiring');
  }
  return [...found];
}

function lengths(c: PartClass, part: Part): readonly string[] {
  if (c.sold) return [metresText(quantity(part, c, 'lengthM'))];
  const metres = c.kind === 'lead' ? c.values['lengthM']?.value : undefined;
  return metres === undefined ? [] : [`${lengthDigits(0.5 * metres)} to ${metresText(1.5 * metres)}`];
}

function checks(c: PartClass): readonly string[] {
  const out: string[] = [];
  const rings = [...new Set(c.ports.flatMap((p) => ringsOf(p.connector)))];
  if (rings.length > 0) out.push(`count the black rings: ${rings.join(' and ')}`);
  if (orders(c.ports).includes('CTIA wiring')) out.push('says CTIA or AHJ');
  if (c.usb?.licensed === true) out.push('says that it is certified for the 8-contact port');
  if (c.usb && c.inputs && c.usb.driver === 'class') out.push('says class-compliant, or that it needs no driver');
  if (c.kind === 'adapter' && c.inputs && c.usb) out.push('has a converter of its own, and is not passive');
  if (c.usb?.ownPower) out.push('comes with a mains supply');
  if (c.usb?.fed) out.push('has a socket for a charger');
  if (c.knobs?.some((k) => k.role === 'phantom')) out.push('has a button for 48 V');
  if (c.kind === 'lead' && c.usb)
    out.push(c.usb.data === 'none' ? 'is for charging only' : 'carries data, not only power');
  if (c.kind === 'lead' && c.ports.some((p) => p.connector.startsWith('plug-6.35'))) {
    out.push('balanced plugs have two rings, unbalanced ones have one');
  }
  return out;
}

/** Insulating rings on a concentric plug: one fewer than it has poles. */
function ringsOf(connector: string): readonly string[] {
  const poles = /^plug-[\d.]+-(\d)/.exec(connector)?.[1];
  return [['one', 'two', 'three'][Number(poles) - 2] ?? []].flat();
}
