import type { TakeFinding } from '../take';
import type { HuntEvent } from './belief';
import type { NoticeId } from './notices';

/** What a measured take says, by the beginning of its message, in the words of a person. */
const OF_TAKE: readonly (readonly [prefix: string, id: NoticeId])[] = [
  ['nothing.', 'no-level'],
  ['level.low', 'too-quiet'],
  ['level.hot', 'too-loud'],
  ['clipping.', 'distorted'],
  ['flat.', 'distorted'],
  ['noise.', 'hiss'],
  ['hum.', 'hum'],
  ['whine.', 'whine'],
  ['sides.one', 'one-side'],
  ['sides.reversed', 'hollow'],
  ['dropouts.', 'crackle'],
  ['holes.', 'crackle'],
  ['repeats.', 'crackle'],
  ['clicks.', 'crackle'],
];

/** What a take cannot hide: where it is not found, it is not so. */
const MEASURED: readonly NoticeId[] = ['no-level', 'distorted', 'hum', 'one-side', 'hollow'];

/** What a measured take tells a hunt: what was found in it, and what was listened for and is not there. */
export function seenInTake(findings: readonly TakeFinding[]): Extract<HuntEvent, { noticed: readonly NoticeId[] }> {
  const ill = findings.filter((f) => f.status === 'fail' || f.status === 'caution');
  const noticed = OF_TAKE.flatMap(([prefix, id]) => (ill.some((f) => f.message.startsWith(prefix)) ? [id] : []));
  const said = [...new Set(noticed)];
  // In silence nothing else is heard.
  const absent = said.includes('no-level') ? [] : MEASURED.filter((id) => !said.includes(id));
  return { noticed: said, absent };
}
