import { itemAt } from '../../algorithms';
import { freePorts } from '../../change';
import {
  type Catalogue,
  classOfPart,
  isAsked,
  isLoudspeaker,
  type PartClass,
  type PartId,
  type PortSpec,
  type Setup,
} from '../../model';

/** What is put beside a chain: something to listen by, or something to charge from. */
export type AccessoryKind = 'listening' | 'power';

/** Holes that take headphones, or loudspeakers; or those for a charger, and ports of the device that it can be charged by. */
export const accessoryPorts = (
  kind: AccessoryKind,
  setup: Setup,
  catalogue: Catalogue,
): readonly { readonly part: PartId; readonly port: PortSpec }[] => {
  const isDevice = (id: string) => classOfPart(setup, catalogue, id).host !== undefined;
  return freePorts(setup, catalogue).filter(({ part, port }) =>
    kind === 'listening'
      ? port.flow === 'monitor'
      : port.flow === 'power' || (port.carries === 'usb' && isDevice(part)),
  );
};

/** Classes that can go there, at the place of the job, those that it asks for alone; else no loudspeakers: a mic is open. */
export function accessoryClasses(kind: AccessoryKind, { job }: Setup, catalogue: Catalogue): readonly PartClass[] {
  const there = [...catalogue.parts.values()].filter(
    (c) =>
      c.kind === kind &&
      itemAt(c.ports, 0).flow !== 'out' &&
      (job.place === 'desk-mains' || !c.needs?.includes('mains')),
  );
  const asked = there.filter((c) => job.with?.some((w) => isAsked(c, w)));
  return asked.length > 0 ? asked : there.filter((c) => !isLoudspeaker(c));
}
