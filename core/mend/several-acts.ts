import { byId } from '../algorithms';
import { type Assessment, assess, mustAssess } from '../assess';
import { causesOf, confirmed, effectOf, failingOf, freeActs, inOrder, type Try, triesOf } from '../cause';
import { apply, applyAll, type Change, freePorts, freshJointId, portsFit } from '../change';
import { type Catalogue, classIn, classOfPart, type PartId } from '../model';
import { accessoryClasses, accessoryPorts } from '../plan';
import { acquisitions } from './candidates';
import type { Bench, Mend } from './mend';
import { cheapestFirst } from './rank';

/** So many tries that do part of it are followed by a second act. */
const MOST_PARTIAL = 6;
/** So many second acts are tried in all, at most: a large mixer takes some 10 ms for each. */
const MOST_SECONDS = 400;

/** A mend whose gate passes with a caution only, and the act at hand that takes that away as well. */
export function* finishing({ before, catalogue }: Bench, mend: Mend): Generator<readonly Change[] | null> {
  const wasIll = before.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').map((v) => v.gate);
  if (mend.leaves.length > 0 || !wasIll.some((g) => mend.gates[g] === 'caution')) return;
  const then = mustAssess(mend.setup, catalogue);
  const good: Try[] = [];
  for (const tried of triesOf(mend.setup, catalogue, then, freeActs(mend.setup, catalogue, then))) {
    if (tried) good.push(tried);
    yield null;
  }
  const best = good.sort(inOrder).find((t) => confirmed(t, catalogue, then));
  if (best) yield [...mend.changes, best.change];
}

/** Wiring right and only gain or noise wrong: the knobs may do the rest. */
export function mayBeSettled(before: Assessment, { effect, setup }: Try, catalogue: Catalogue): boolean {
  if (effect.resolved.size > 0 || !effect.worse) return false;
  const after = mustAssess(setup, catalogue, { bands: '1 kHz' });
  const bad = after.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').map((v) => v.gate);
  const was = before.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').length;
  return bad.every((g) => g === 'level' || g === 'clean') && bad.length <= was;
}

/** A lead or adapter from what is plugged into nothing to where it belongs. */
export function* connections(bench: Bench): Generator<readonly Change[] | null> {
  const { setup, before, catalogue, stock } = bench;
  const { compiled, lines } = before.readings;
  const loose = new Set([...compiled.unfed, ...lines.filter((l) => !l.path).map((l) => l.part)]);
  const free = freePorts(setup, catalogue);
  const from = free.filter(({ part, port }) => loose.has(part) && port.flow === 'out');
  const to = free.filter(({ part, port }) => !loose.has(part) && port.flow === 'in');
  const leads = [...catalogue.parts.values()].filter((c) => c.kind === 'lead' || c.kind === 'adapter');
  for (const start of from) {
    for (const lead of leads) {
      for (const near of lead.ports) {
        if (!portsFit(near, start.port)) continue;
        for (const far of lead.ports) {
          const ends = far === near ? [] : to.filter((t) => portsFit(far, t.port));
          for (const end of ends) {
            const { part } = stock.take(lead.id, setup.parts.filter((p) => p.class === lead.id).length);
            const attach: Change = { do: 'attach', to: { part: start.part, port: start.port.id }, part };
            const half = apply(setup, catalogue, attach);
            const id = half?.parts.at(-1)?.id;
            if (!half || id === undefined) continue;
            const joint = {
              id: freshJointId(half),
              a: { part: id, port: far.id },
              b: { part: end.part, port: end.port.id },
            };
            const join: Change = { do: 'join', joint, at: half.joints.length };
            const whole = apply(half, catalogue, join);
            const after = whole && assess(whole, catalogue, { bands: '1 kHz' });
            const effect = after?.ok ? effectOf(before, after.value) : null;
            yield effect && effect.resolved.size > 0 && !effect.worse ? [attach, join] : null;
          }
        }
      }
    }
  }
}

/** Headphones that hear nothing where they are, led by an adapter to another hole that plays. */
export function* reroutes({ setup, before, catalogue, stock }: Bench): Generator<readonly Change[] | null> {
  if (!failingOf(before).some((f) => f.gate === 'heard')) return;
  const classOf = (part: PartId) => classOfPart(setup, catalogue, part);
  const holes = freePorts(setup, catalogue).filter(({ port }) => port.flow === 'monitor');
  const pieces = [...catalogue.parts.values()].filter((c) => c.kind === 'lead' || c.kind === 'adapter');
  for (const joint of setup.joints) {
    const [end] = [joint.a, joint.b].filter((e) => classOf(e.part).kind === 'listening');
    const plug = end && byId(classOf(end.part).ports, end.port);
    if (!end || !plug) continue;
    for (const hole of holes) {
      for (const piece of pieces) {
        const near = piece.ports.find((p) => portsFit(p, hole.port));
        const far = piece.ports.find((p) => p !== near && portsFit(p, plug));
        if (!near || !far || portsFit(plug, hole.port)) continue;
        const { part } = stock.take(piece.id, setup.parts.filter((p) => p.class === piece.id).length);
        const out: Change = { do: 'unplug', joint: joint.id };
        const put: Change = { do: 'attach', to: { part: hole.part, port: hole.port.id }, part };
        const half = applyAll(setup, catalogue, [out, put]);
        if (!half) continue;
        const there = { part: half.parts.at(-1)!.id, port: far.id };
        const join: Change = { do: 'join', joint: { ...joint, a: end, b: there }, at: half.joints.length };
        const whole = apply(half, catalogue, join);
        const after = whole && assess(whole, catalogue, { bands: '1 kHz' });
        const effect = after?.ok ? effectOf(before, after.value) : null;
        yield effect && effect.resolved.size > 0 && !effect.worse ? [out, put, join] : null;
      }
    }
  }
}

/** A piece with a hole for a charger, put where there was none, and something to feed it from. */
export function* feeders(
  bench: Bench,
  places: { readonly joints: readonly string[]; readonly parts: readonly string[] },
): Generator<readonly Change[] | null> {
  const { setup, before, catalogue, stock } = bench;
  const isFed = (c: string) => classIn(catalogue, c).usb?.fed !== undefined;
  for (const change of acquisitions(setup, before, catalogue, stock, places)) {
    const part = change.do === 'insert' ? change.part : change.do === 'replace' ? change.by : null;
    if (part === null || !isFed(part.class)) continue;
    const half = apply(setup, catalogue, change);
    if (!half) continue;
    for (const { part: at, port } of accessoryPorts('power', half, catalogue)) {
      for (const c of accessoryClasses('power', half, catalogue)) {
        const take = stock.take(c.id, half.parts.filter((p) => p.class === c.id).length);
        const second: Change = { do: 'attach', to: { part: at, port: port.id }, part: take.part };
        const fed = apply(half, catalogue, second);
        const after = fed && assess(fed, catalogue, { bands: '1 kHz' });
        const effect = after?.ok ? effectOf(before, after.value) : null;
        yield effect && effect.resolved.size > 0 && !effect.worse ? [change, second] : null;
      }
    }
  }
}

/** Two acts: what does part of it, and then what does the rest. */
export function* pairs(bench: Bench, tries: readonly Try[]): Generator<readonly Change[] | null> {
  const { setup, catalogue, stock } = bench;
  const partial = cheapestFirst(
    tries.filter((t) => t.effect.failing > 0),
    bench,
  ).slice(0, MOST_PARTIAL);
  let left = MOST_SECONDS;
  for (const one of partial) {
    const half = apply(setup, catalogue, one.change);
    if (!half) continue;
    const then = mustAssess(half, catalogue);
    const none = { joints: [], parts: [] };
    const seconds = function* (): Generator<Change> {
      yield* freeActs(half, catalogue, then);
      yield* acquisitions(half, then, catalogue, stock, none, 'blamed');
    };
    let good = 0;
    for (const tried of triesOf(half, catalogue, then, seconds())) {
      if (left-- <= 0) return;
      const mendsIt = tried?.effect.failing === 0 && confirmed(tried, catalogue, then) !== null;
      const both = tried ? [one.change, tried.change] : [];
      yield mendsIt && applyAll(setup, catalogue, both) ? both : null;
      if (mendsIt) good += 1;
      if (good >= 2) break;
    }
  }
}

/** So many acts that mend a part are carried on by whatever is at hand. */
const MOST_CARRIED_ON = 3;

/** What does part of it, and then every act at hand that the causes of the rest name: headphones, and then two switches. */
export function* carriedOn(
  { setup, catalogue, stock }: Bench,
  tries: readonly Try[],
): Generator<readonly Change[] | null> {
  const partial = cheapestFirst(
    tries.filter((t) => t.effect.failing > 0),
    { setup, stock },
  ).slice(0, MOST_CARRIED_ON);
  for (const one of partial) {
    const half = apply(setup, catalogue, one.change);
    if (!half) continue;
    const searching = causesOf(half, catalogue, mustAssess(half, catalogue));
    let step = searching.next();
    for (; !step.done; step = searching.next()) yield null;
    yield [one.change, ...step.value.flatMap((c) => c.changes)];
  }
}
