'use client';
import { Unplug } from 'lucide-react';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { apply, freePorts, joinPorts, type Partner, partnersOf, plugIn, portsFit } from '@/core/change';
import type { Drawer, Part, PortSpec, Setup } from '@/core/model';
import { Button, classOf, lower, nameIn, partName } from '../components';

interface Props {
  readonly setup: Setup;
  readonly part: Part;
  readonly drawer: Drawer | null | undefined;
  readonly onChange: (label: string, setup: Setup) => void;
}

/** What a further device records with until it is set otherwise. */
export const FIRST_APP = 'recorder-picker';

/** Every plug and socket of a part: what it is joined to, or what it can be joined to, here or new. */
export function Sockets({ setup, part, drawer, onChange }: Props) {
  const free = freePorts(setup, catalogue).filter((h) => h.part === part.id);
  return (
    <>
      <h3 className="mt-3 font-bold">Plugs and sockets</h3>
      {setup.joints.map((joint, i) => {
        const [own, far] = joint.a.part === part.id ? [joint.a, joint.b] : [joint.b, joint.a];
        if (own.part !== part.id) return null;
        const port = classOf(part).ports.find((p) => p.id === own.port);
        const parted = apply(setup, catalogue, { do: 'unplug', joint: joint.id });
        return (
          <div key={joint.id} className="mt-1 flex items-center gap-2">
            <p className="min-w-0 flex-1 leading-tight">
              <span className="block text-soft text-sm">{port?.label}</span>
              <span className="font-semibold">{i + 1}</span> {nameIn(setup, far.part)}
            </p>
            <Button
              aria-label={`Unplug connection ${i + 1}`}
              onClick={() => parted && onChange(`Unplug connection ${i + 1}`, parted)}
            >
              <Unplug size={18} aria-hidden /> Unplug
            </Button>
          </div>
        );
      })}
      {free.map((socket) => (
        <Free key={socket.port.id} setup={setup} part={part} port={socket.port} drawer={drawer} onChange={onChange} />
      ))}
    </>
  );
}

/** One that is free: choose what goes there, of what lies here or new, then join it. */
function Free({ setup, part, port, drawer, onChange }: Props & { readonly port: PortSpec }) {
  const [choice, setChoice] = useState('');
  const partners = partnersOf(setup, catalogue, { part: part.id, port: port.id });
  const here = partners.map((p) => ({ ...p, key: `here ${p.part} ${p.port.id}`, name: partnerName(setup, p) }));
  const used = new Set(setup.parts.map((p) => p.id));
  const own = (drawer?.parts ?? []).filter((p) => !used.has(p.id) && fits(p, port));
  const known = [...catalogue.parts.values()].filter((c) => c.ports.some((p) => portsFit(p, port)));
  const join = () => {
    setChoice('');
    const to = here.find((p) => p.key === choice);
    if (to) {
      const next = joinPorts(setup, catalogue, { part: part.id, port: port.id }, { part: to.part, port: to.port.id });
      if (next) onChange(`Join ${partName(part)} and ${lower(nameIn(setup, to.part))}`, next);
      return;
    }
    const what = own.find((p) => `own ${p.id}` === choice) ?? { id: choice, class: choice };
    const next = plugIn(setup, catalogue, { part: part.id, port }, what, FIRST_APP);
    if (next) onChange(`Plug ${lower(partName(what))} into ${partName(part)}`, next);
  };
  const group = (label: string, of: typeof here) =>
    of.length > 0 && (
      <optgroup label={label}>
        {of.map((p) => (
          <option key={p.key} value={p.key}>
            {p.name}
          </option>
        ))}
      </optgroup>
    );
  return (
    <div className="mt-1 flex items-end gap-2">
      <label className="min-w-0 flex-1">
        <span className="text-soft text-sm">{port.label}</span>
        <select
          value={choice}
          onChange={(e) => setChoice(e.target.value)}
          className="min-h-10 w-full rounded-lg border border-soft bg-paper px-2"
        >
          <option value="">free</option>
          {group(
            'here, and free',
            here.filter((p) => p.fits),
          )}
          {own.length > 0 && (
            <optgroup label="in the drawer">
              {own.map((p) => (
                <option key={p.id} value={`own ${p.id}`}>
                  {partName(p)}
                </option>
              ))}
            </optgroup>
          )}
          <optgroup label="all that fits">
            {known.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </optgroup>
          {group(
            'here, does not fit: join it anyway',
            here.filter((p) => !p.fits),
          )}
        </select>
      </label>
      <Button disabled={choice === ''} onClick={join} aria-label={`Plug in at ${port.label}`}>
        Plug in
      </Button>
    </div>
  );
}

const partnerName = (setup: Setup, { part, port }: Partner): string => `${nameIn(setup, part)}: ${port.label}`;

const fits = (p: Part, port: PortSpec): boolean => classOf(p).ports.some((o) => portsFit(o, port));
