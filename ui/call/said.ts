import type { Heard, Hearings } from '@/core/call';

/** What is told of one voice at one listener, in a word or two. */
export const IS_WORDS: Readonly<Record<Heard['is'], string>> = {
  fine: 'as wanted',
  faint: 'too quiet',
  clips: 'too loud',
  missing: 'not heard',
  unwanted: 'must not be heard',
  echo: 'echo',
  'not known': 'not known',
};

export const isWrong = (h: Heard): boolean => h.is !== 'fine' && h.is !== 'not known';

/** Everything one listener gets, in the order of the voices. */
export const atListener = ({ heard }: Hearings, id: string): readonly Heard[] => heard.filter((h) => h.to === id);

/** The listener to look at first: the first who does not get what they should, else the first caller. */
export function firstToSee(hearings: Hearings): string | null {
  const { listeners } = hearings;
  const ill = listeners.find((l) => atListener(hearings, l.id).some(isWrong));
  return (ill ?? listeners.find((l) => l.kind === 'caller') ?? listeners[0])?.id ?? null;
}

/** Of voices or listeners: their names, in a row. */
export const namesOf = (list: readonly { readonly id: string; readonly name: string }[], ids: readonly string[]) =>
  ids.map((id) => list.find((x) => x.id === id)?.name ?? id).join(', ');
