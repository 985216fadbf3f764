export type { Mend } from './mend';
export { mends, type Standing } from './mends';
