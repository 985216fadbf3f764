import { figure } from '../format';
import type { Edit } from './edits';

const DONE: Readonly<Record<Edit['do'], string>> = {
  trim: 'trimmed',
  'trim-silence': 'silence cut off',
  'both-sides': 'one side on both',
  polarity: 'polarity turned',
  loudness: 'loudness set',
  notch: 'hum taken out',
  'low-cut': 'what lies low cut off',
  denoise: 'noise turned down',
  declick: 'clicks made new',
  ride: 'level ridden',
  fade: 'faded',
  reverse: 'reversed',
  pitch: 'pitch moved',
  envelope: 'attack and decay',
};

/** What an edit does, as it is said before it and after it. */
export const editWords = (edit: Edit): string =>
  edit.do === 'loudness' ? `loudness set to ${figure(edit.lufs)} LUFS` : DONE[edit.do];
