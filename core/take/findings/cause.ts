import type { Report } from '../../assess';
import type { Catalogue, Setup } from '../../model';
import type { TakeFinding } from './report';

/**
 * Where in a setup a finding most likely comes from, by what was computed for it: the part, and the joint where there is one.
 * @param nameOf name of a part by its id
 * @returns null where nothing in the setup has more to do with it than the rest
 */
export function causeIn(
  { what, channel, sentence }: TakeFinding,
  report: Report,
  setup: Setup,
  catalogue: Catalogue,
  nameOf: (part: string) => string,
): string | null {
  const computed = report.channels[channel ?? 0];
  const taken = report.inputs.find((i) => i.chosen);
  const line = report.lines[0];
  const kindOf = (id: string) => catalogue.parts.get(setup.parts.find((p) => p.id === id)!.class)!;
  const jointNumber = (id: string) => setup.joints.findIndex((j) => j.id === id) + 1;
  switch (what) {
    case 'nothing':
      return taken
        ? `by the setup the app records from ${taken.label} of ${nameOf(taken.part)}.`
        : 'by the setup the app records from nothing at all.';
    case 'clipping':
    case 'flat tops': {
      const stages = report.stages.filter(
        (s) =>
          s.headroomDb !== null && (!computed || computed.stages.some((f) => f.part === s.part && f.stage === s.stage)),
      );
      const least = [...stages].sort((a, b) => a.headroomDb! - b.headroomDb!)[0];
      if (what === 'flat tops' && least) {
        return `${nameOf(least.part)} has the least headroom, ${least.headroomDb!.toFixed(0).replace('-', '−')} dB as computed.`;
      }
      return computed ? `the converter of ${nameOf(computed.part)}, and the knob before it.` : null;
    }
    case 'noise': {
      const worst = computed?.largestNoises[0];
      return worst ? `most noise was computed from ${nameOf(worst.part)} (${worst.what}).` : null;
    }
    case 'hum': {
      const worst = computed?.hum[0];
      return worst ? `most hum was computed at ${nameOf(worst.part)} (${worst.what}).` : null;
    }
    case 'dropouts': {
      const radio = setup.parts.find((p) => kindOf(p.id).ports.some((port) => port.carries === 'radio'));
      const usb = setup.parts.find((p) => kindOf(p.id).usb && kindOf(p.id).inputs && !kindOf(p.id).host);
      if (radio) return `${nameOf(radio.id)} goes by radio.`;
      return usb ? `${nameOf(usb.id)} is on USB.` : null;
    }
    case 'sides': {
      const joint = /only|upside|later|earlier/.test(sentence) ? line?.joints.at(-1) : undefined;
      return joint ? `connection ${jointNumber(joint)} is the last before the device.` : null;
    }
    case 'clicks': {
      const joints = line?.joints.map(jointNumber) ?? [];
      return joints.length > 0
        ? `connection${joints.length > 1 ? 's' : ''} ${joints.join(', ')} lie on the way.`
        : null;
    }
    case 'band':
    case 'gated':
    case 'pumping': {
      const app = catalogue.apps.get(report.app)!;
      if (report.processing) return `the ${app.name} takes noise out, as the setup has it.`;
      return taken ? `${taken.label} of ${nameOf(taken.part)} in the ${app.name} is what should record.` : null;
    }
    case 'echo':
      return report.monitors ? `the ${catalogue.apps.get(report.app)!.name} plays what it records.` : null;
    default:
      return null;
  }
}
