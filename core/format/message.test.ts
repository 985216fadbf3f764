import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { itemAt } from '../algorithms';
import { sentenceList, TABLES } from './list';
import { type Text, wordsOf } from './message';
import {
  clockText,
  countText,
  figure,
  hertzText,
  listText,
  metresText,
  minutesText,
  moneyText,
  ohmText,
  signed,
  voltText,
} from './numbers';
import { NOT_SAID, sentencesIn, wordsIn } from './readable';
import { metresTold, PLAIN_STYLE, toldNumber, typedNumber, writeIn } from './style';

const said = (t: Text): readonly string[] => (typeof t === 'string' ? [t] : [t.say, t.why]);
/** As it is read, with a name of two words in each slot. */
const asRead = (s: string): string =>
  s
    .replace(/\{channel\}/g, '')
    .replace(/\{[^}]*\}/g, 'Some name')
    .replace(/[[\]]/g, '');

describe.each(Object.entries(TABLES))('every text of %s', (name, table) => {
  test.each(Object.entries<Text>(table))('%s is short, whole, and in the words of the trade', (id, text) => {
    for (const s of said(text).map(asRead)) {
      // An act stands on a button, a step of the run sheet beside a box; a cause is followed by what comes of it, and where a finding comes from follows a colon.
      const isWhole = !['acts', 'causes', 'suspects', 'runs'].includes(name);
      expect(s).toMatch(name === 'causes' && id.startsWith('then.') ? /^[:,] / : /^\p{L}/u);
      expect(/[.?]$/.test(s) || /Some name$/.test(s)).toBe(isWhole || /Some name$/.test(s));
      for (const one of sentencesIn(s)) expect(wordsIn(one), one).toBeLessThanOrEqual(25);
      expect(s).not.toMatch(NOT_SAID);
      expect(s).not.toMatch(/ {2}| ,| \.|-\d/);
    }
    expect(wordsIn(asRead(itemAt(said(text), 0)))).toBeLessThanOrEqual(25);
  });
});

test('docs/sentences.md lists every text as it is now: npm run sentences writes it, and a change of it is read', () => {
  expect(readFileSync('docs/sentences.md', 'utf8')).toBe(sentenceList());
});

test('slots are filled, units written, and a stretch with nothing in it is left out', () => {
  const { message, say } = wordsOf({
    plain: '{part} has {volt:volt}[ at connection {joint:n}].',
    why: { say: '{part:lower} stands.', why: '[{reserve:n} % kept back.]' },
  });
  expect(say(message('plain', { part: 'Mic', volt: -0.001, joint: 3 })).sentence).toBe(
    'Mic has 0.00 V at connection 3.',
  );
  expect(say(message('plain', { part: 'Mic', volt: -1.6, joint: null })).sentence).toBe('Mic has −1.60 V.');
  expect(say(message('why', { part: 'XLR pad', reserve: 15 }))).toMatchObject({
    sentence: 'XLR pad stands.',
    detail: '15 % kept back.',
    values: { reserve: 15 },
  });
  expect(say(message('why', { part: 'Pad', reserve: null }))).not.toHaveProperty('detail');
});

test('one minus, none on nothing; a plus only where it is asked for', () => {
  fc.assert(
    fc.property(fc.double({ min: -1e4, max: 1e4, noNaN: true }), fc.integer({ min: 0, max: 3 }), (x, digits) => {
      const text = figure(x, digits);
      expect(text).not.toContain('-');
      expect(text.startsWith('−')).toBe(Number(x.toFixed(digits)) < 0);
      expect(Number(text.replace('−', '-'))).toBeCloseTo(x, digits - 1);
      expect(signed(x, digits).startsWith('+')).toBe(Number(x.toFixed(digits)) > 0);
    }),
  );
});

test('numbers are written in one style everywhere: comma or point, metres or feet', () => {
  try {
    writeIn({ decimal: ',', length: 'ft', currency: 'crowns' });
    expect([figure(-1.25, 2), voltText(2.5), ohmText(4700), hertzText(1500), clockText(63.4)]).toEqual([
      '−1,25',
      '2,50 V',
      '4,7 kΩ',
      '1,5 kHz',
      '1:03,4',
    ]);
    expect([metresText(0.1), metresText(1.5), metresText(10)]).toEqual(['0,33 ft', '4,9 ft', '33 ft']);
    expect(moneyText(4.5, undefined)).toBe('4,50 crowns');
    for (const m of [0.3, 1, 7.25]) expect(Math.abs(metresTold(toldNumber(m)) - m)).toBeLessThan(0.002);
  } finally {
    writeIn(PLAIN_STYLE);
  }
  expect([typedNumber('1,5'), typedNumber('1.5'), typedNumber(''), typedNumber('1,5,2')]).toEqual([1.5, 1.5, NaN, NaN]);
});

test('counts, lists and times', () => {
  expect([0, 1, 2, 12].map((n) => countText(n, 'cable'))).toEqual([
    'no cables',
    'one cable',
    'two cables',
    '12 cables',
  ]);
  expect(listText(['Ana', 'Ben', 'Cleo'])).toBe('Ana, Ben and Cleo');
  expect([43.4, 120, 221].map(minutesText)).toEqual(['43 min', '2 h', '3 h 41 min']);
});

test('no text stands in a table that nothing says', () => {
  const files = readdirSync('core', { recursive: true, encoding: 'utf8' });
  const source = files
    .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts') && !f.startsWith('format'))
    .map((f) => readFileSync(`core/${f}`, 'utf8'))
    .join('\n');
  const unsaid = Object.values(TABLES).flatMap((table) =>
    Object.keys(table).filter((id) => !source.includes(`'${id}'`) && !id.endsWith('.asks')),
  );
  expect(unsaid).toEqual([]);
});
