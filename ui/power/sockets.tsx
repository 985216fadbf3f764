'use client';
import { type PortId, partIn, type Setup } from '@/core/model';
import { Button, classOf, lower, nameIn, useHubPorts } from '../components';

interface Props {
  readonly setup: Setup;
  readonly onKeep: (label: string, setup: Setup) => unknown;
}

/** Which socket of a hub for which piece, where the one it is in is not the best. */
export function Sockets({ setup, onKeep }: Props) {
  const hubs = setup.parts.filter((p) => !classOf(p).host && (classOf(p).usb?.down.length ?? 0) > 1);
  const found = useHubPorts(setup);
  if (hubs.length === 0) return null;
  const portName = (hub: string, port: PortId) =>
    classOf(partIn(setup, hub)).ports.find((p) => p.id === port)?.label ?? port;
  return (
    <section aria-label="Which socket for what" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">Which socket of the hub</h2>
      {found.length === 0 && <p className="mt-1 text-soft">No other placing on the hub is better.</p>}
      {found.map((f) => (
        <div key={f.hub} className="mt-1">
          <ul className="list-disc pl-5">
            {f.moves.map((m) => (
              <li key={m.part}>
                {nameIn(setup, m.part)} from {lower(portName(f.hub, m.from))} to <b>{lower(portName(f.hub, m.to))}</b>
              </li>
            ))}
          </ul>
          <Button className="mt-1 w-full" onClick={() => onKeep(`Other sockets of ${nameIn(setup, f.hub)}`, f.setup)}>
            Plug them so
          </Button>
        </div>
      ))}
    </section>
  );
}
