import { secondsOf } from '../../change';
import { type Catalogue, classIn, knobAt, type Setup } from '../../model';

/**
 * Seconds that a practised hand takes from loose parts to a setup that is ready: every plug, every knob that does not stand as
 * sold, what is chosen on the device. By the efforts of the one list of acts; est.
 */
export function setUpS(setup: Setup, catalogue: Catalogue): number {
  const turned = setup.parts.flatMap((p) => {
    const c = classIn(catalogue, p.class);
    return (c.knobs ?? []).filter((k) => knobAt(p, c, k.id) !== k.start);
  });
  const chosen = setup.chosenInput === 'newest' ? 0 : 1;
  const session = Object.keys(setup.session ?? {}).length;
  return (
    setup.joints.length * secondsOf('join') +
    turned.length * secondsOf('knob') +
    chosen * secondsOf('choose') +
    session * secondsOf('session')
  );
}
