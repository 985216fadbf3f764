import { type GateMessage, type GateName, gateMessage } from '../format';
import { type PartId, UNKNOWN_APP } from '../model';
import type { Readings } from '../readings';
import { nameOf } from './say';
import { type Finding, unknown, type Verdict, verdict } from './verdict';

/** What an app alone decides: which input it takes, and what it plays. */
const OF_THE_APP: readonly GateName[] = ['seen', 'heard'];
/** What goes by connectors and contacts, and is as true beside a device that is not known. */
const OF_THE_PARTS: readonly GateName[] = ['fit', 'safe'];

/** A gate's verdict, or that nobody can tell where the device or the app is not known here. */
export function inView(gate: GateName, readings: Readings, judge: (readings: Readings) => Verdict): Verdict {
  const { compiled } = readings;
  const { part, partClass } = compiled.device;
  const device = nameOf(compiled, part.id);
  if (partClass.kind === 'unknown') {
    const told = strange(gate, part.id, gateMessage('strange.device', { device }));
    if (!OF_THE_PARTS.includes(gate)) return verdict(gate, [told]);
    return gate === 'safe' ? verdict(gate, [...judge(readings).findings, told]) : judge(readings);
  }
  if (readings.app.id !== UNKNOWN_APP || !OF_THE_APP.includes(gate)) return judge(readings);
  const { was } = compiled.setup.job;
  const app = was?.app === undefined ? 'the app' : `the app "${was.app}"`;
  return verdict(gate, [strange(gate, part.id, gateMessage('strange.app', { app, device }))]);
}

const strange = (gate: GateName, part: PartId, words: GateMessage): Finding => ({
  ...unknown(`${gate} known`, 'not known here', words, gate === 'heard' ? 'return' : 'signal'),
  part,
});
