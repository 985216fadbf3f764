import { itemAt } from '../../algorithms';
import { freePorts } from '../../change';
import {
  type Catalogue,
  classOfPart,
  isLoudspeaker,
  type PartClass,
  type PartId,
  type PortSpec,
  type Setup,
} from '../../model';

/** What is put beside a chain: something to listen by, or something to charge from. */
export type AccessoryKind = 'listening' | 'power';

/** Holes that take headphones; or those for a charger, and ports of the device that it can be charged by. */
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

/** Classes that can go there, at the place of the job; no loudspeakers while a microphone is open. */
export const accessoryClasses = (kind: AccessoryKind, { job }: Setup, catalogue: Catalogue): readonly PartClass[] =>
  [...catalogue.parts.values()].filter(
    (c) =>
      c.kind === kind &&
      !isLoudspeaker(c) &&
      itemAt(c.ports, 0).flow !== 'out' &&
      (job.place === 'desk-mains' || !c.needs?.includes('mains')),
  );
