import { writeIn } from '@/core/format';
import { PLAIN_USUAL, type Usual } from '@/core/model';
import { database } from './database';
import { reader } from './reader';

let now: Usual = PLAIN_USUAL;

/** What is usual here; known from the moment that the database is ready. */
export const usual = (): Usual => now;

/** What was chosen; null where nothing was, or what is kept cannot be worked with. */
export async function chosenUsual(): Promise<Usual | null> {
  const kept = await database().settings.get('usual');
  return kept ? (await reader()).readUsual(kept.value) : null;
}

/** From now on numbers are told, and new jobs begin, as was chosen. */
export async function liveAsUsual(): Promise<void> {
  now = (await chosenUsual()) ?? PLAIN_USUAL;
  writeIn(now);
}

export async function keepUsual(next: Usual): Promise<void> {
  await database().settings.put({ key: 'usual', value: JSON.stringify(next) });
  await liveAsUsual();
}
