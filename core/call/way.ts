import { compile } from '../compile';
import type { Catalogue, Joint, JointId, PartId, Setup } from '../model';
import { read } from '../readings';
import { type Heard, whoHearsWhom } from './who-hears-whom';

/** The way of a voice to a listener along the line. */
export interface Way {
  readonly joints: readonly JointId[];
  /** At both ends of these connections. */
  readonly parts: readonly PartId[];
}

/** What is lost with a connection went by it; what else fills the place counts as no more than crosstalk. */
const CARRIES_DB = 10;

/**
 * Which connections bring a voice to a listener: each is parted by itself, left and right of one cable together, and what
 * falls with it went by it. So nothing is taken for the way but what carries, and of two ways side by side neither.
 * @param from the id of a voice.
 * @param to the id of a listener; the same as `from` for one's own voice that comes back.
 * @returns in the order of the setup; nothing where the voice does not come
 * @example wayOf(setup, catalogue, 'caller 1', 'caller 1').joints; // the way of the echo
 */
export function wayOf(setup: Setup, catalogue: Catalogue, from: string, to: string): Way {
  const before = levelOf(setup, catalogue, from, to);
  if (before === null) return { joints: [], parts: [] };
  const carrying = setup.joints.filter((j) => {
    const parted = { ...setup, joints: setup.joints.filter((x) => !isBeside(x, j)) };
    const after = levelOf(parted, catalogue, from, to);
    return after === null || before - after > CARRIES_DB;
  });
  return {
    joints: carrying.map((j) => j.id),
    parts: [...new Set(carrying.flatMap((j) => [j.a.part, j.b.part]))],
  };
}

/** The same connection, or another between the same two parts: left and right of one cable. */
function isBeside(one: Joint, other: Joint): boolean {
  const own = [one.a.part, one.b.part];
  return own.includes(other.a.part) && own.includes(other.b.part);
}

/** How loud a voice is there; of one's own, how little is lost on its way back. */
function levelOf(setup: Setup, catalogue: Catalogue, from: string, to: string): number | null {
  const views = read(compile(setup, catalogue), '1 kHz', 'seated');
  if (!views.ok) throw new Error(views.problem.message);
  const found = whoHearsWhom(views.value).heard.find((h) => h.from === from && h.to === to);
  return found ? sizeOf(found) : null;
}

const sizeOf = ({ echo, levelDb }: Heard): number | null => (echo ? -echo.lossDb : levelDb);
