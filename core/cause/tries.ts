import { type Assessment, assess } from '../assess';
import { apply, type Change } from '../change';
import { type Catalogue, classIn, partIn, type Setup } from '../model';
import type { Reach } from '../readings';
import { type Effect, effectOf, failingOf } from './effect';

/** A try that mended something and made nothing worse. */
export interface Try {
  readonly change: Change;
  readonly effect: Effect;
  readonly setup: Setup;
}

/** One act on a copy, judged at 1 kHz, or by octaves where what fails hangs on frequency. Null where it cannot be done. */
export function tryOut(setup: Setup, catalogue: Catalogue, before: Assessment, change: Change): Try | null {
  const glance = glanceAt(setup, catalogue, before, change);
  // Most acts mend nothing: what stands on open contacts is asked only of those that seem to.
  return glance && glance.effect.resolved.size > 0 ? judged(glance, catalogue, before, 'open') : glance;
}

/** The same, without what stands on open contacts, unless it is that which can harm. */
function glanceAt(setup: Setup, catalogue: Catalogue, before: Assessment, change: Change): Try | null {
  const next = apply(setup, catalogue, change);
  if (!next) return null;
  const reach = failingOf(before).some((f) => f.gate === 'safe') ? 'open' : 'seated';
  return judged({ change, setup: next }, catalogue, before, reach);
}

function judged(
  { change, setup }: Pick<Try, 'change' | 'setup'>,
  catalogue: Catalogue,
  before: Assessment,
  reach: Reach,
): Try | null {
  const after = assess(setup, catalogue, { bands: hangsOnFrequency(before) ? 'octaves' : '1 kHz', reach });
  if (!after.ok) return null;
  const effect = effectOf(before, after.value);
  return { change, setup, effect: isOutOfTheWay(change, effect) ? { ...effect, resolved: new Set() } : effect };
}

/** A try once more, at all bands and with all that stands on open contacts. Null where it then mends nothing, or harms. */
export function confirmed(
  tried: Try,
  catalogue: Catalogue,
  before: Assessment,
): { readonly tried: Try; readonly after: Assessment } | null {
  const after = assess(tried.setup, catalogue);
  if (!after.ok) return null;
  const effect = effectOf(before, after.value);
  return effect.resolved.size > 0 && !effect.worse ? { tried: { ...tried, effect }, after: after.value } : null;
}

/** What does not fit is not mended by plugging it where it fits and leads nowhere. */
const isOutOfTheWay = (change: Change, effect: Effect): boolean =>
  ['move', 'exchange', 'unplug', 'remove', 'bypass'].includes(change.do) &&
  effect.resolved.size > 0 &&
  [...effect.resolved].every((k) => k.startsWith('fit ')) &&
  effect.silent;

const hangsOnFrequency = (a: Assessment): boolean =>
  failingOf(a).some((f) => f.gate === 'clean' && /^(hum|band)/.test(f.topic));

/**
 * Each act carried out on a copy and judged at a glance, lazily: what is told of one of them is to be confirmed. Of a gain that was turned and moved no figure of what fails, the other
 * positions are not tried: it has no say in it. Null stands for what was tried and mends nothing, or harms.
 */
export function* triesOf(
  setup: Setup,
  catalogue: Catalogue,
  before: Assessment,
  acts: Iterable<Change>,
): Generator<Try | null> {
  const without = new Set<string>();
  for (const change of acts) {
    const gain = gainOf(setup, catalogue, change);
    if (gain !== null && without.has(gain)) continue;
    const tried = glanceAt(setup, catalogue, before, change);
    if (gain !== null && tried && !tried.effect.moves) without.add(gain);
    yield tried && tried.effect.resolved.size > 0 && !tried.effect.worse ? tried : null;
  }
}

/** A knob in decibels, by part and name: it moves what it has a say in at every position. A switch may do so at one only. */
function gainOf(setup: Setup, catalogue: Catalogue, change: Change): string | null {
  if (change.do !== 'knob') return null;
  const { class: id } = partIn(setup, change.part);
  const knob = classIn(catalogue, id).knobs?.find((k) => k.id === change.knob);
  return knob?.unit === 'dB' ? `${change.part} ${change.knob}` : null;
}
