/** A margin was called room before: both are written, so that scripts of then go on. */
const withRoom = (_: string, v: unknown): unknown =>
  typeof v === 'object' && v !== null && 'margin' in v && !('room' in v) ? { ...v, room: v.margin } : v;

/** An answer as text: the same for the command and over HTTP. */
export const jsonOf = (value: unknown, indent?: number): string => JSON.stringify(value, withRoom, indent);
