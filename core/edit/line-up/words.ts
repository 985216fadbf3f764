import { itemAt } from '../../algorithms';
import { clockText, figure, lineUpText, listText } from '../../format';
import { channelName } from '../../take';
import type { LineUp } from './line-up';

const MOST_CLAPS = 6;

/** What was found, in sentences: the first says where it begins, those after it what is mended where it is saved. */
export function lineUpWords(found: LineUp, first: string, second: string): readonly string[] {
  const { offsetS, driftPpm, pieces, places, claps, signs } = found;
  const words = [
    lineUpText('begins', {
      first,
      second,
      offset: figure(Math.abs(offsetS), 3),
      when: offsetS >= 0 ? 'after' : 'before',
    }),
  ];
  pieces.slice(1).forEach((piece, i) => {
    const before = itemAt(pieces, i);
    const jump = piece.offsetS - before.offsetS;
    const values = { first, second, from: clockText(before.toS, 2), jump: figure(Math.abs(jump), 3) };
    words.push(
      jump > 0 ? lineUpText('hole', { ...values, to: clockText(piece.fromS, 2) }) : lineUpText('extra', values),
    );
  });
  if (found.isInverted) words.push(lineUpText('inverted', { first, second }));
  signs.forEach((sign, c) => {
    if (sign < 0) words.push(lineUpText('opposed', { second, channel: channelName(c, signs.length) }));
  });
  words.push(
    Math.abs(driftPpm) < 0.5
      ? lineUpText('alike', {})
      : lineUpText('drift', {
          ppm: Math.abs(driftPpm),
          how: driftPpm >= 0 ? 'fast' : 'slow',
          drift: 3.6 * Math.abs(driftPpm),
        }),
    claps.length > 0
      ? lineUpText('claps', { claps: listText(claps.slice(0, MOST_CLAPS).map((t) => clockText(t, 2))) })
      : lineUpText('no-claps', {}),
    lineUpText('compared', { places: places.length, worst: 1000 * Math.max(...places.map((p) => Math.abs(p.offS))) }),
    lineUpText('distance', {}),
  );
  return words;
}
