'use client';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { freePorts, plugIn, portsFit, takeOut } from '@/core/change';
import type { Drawer, Part, Setup } from '@/core/model';
import { Button, classOf, lower, partName } from '../components';

interface Props {
  readonly setup: Setup;
  readonly part: Part;
  readonly drawer: Drawer | null | undefined;
  readonly onChange: (label: string, setup: Setup) => void;
}

/** What a further device records with until it is set otherwise. */
const FIRST_APP = 'recorder-picker';

/** The free holes and plugs of a part, each with what goes there; and the way to take the part out. */
export function PlugIn({ setup, part, drawer, onChange }: Props) {
  const holes = freePorts(setup, catalogue).filter((h) => h.part === part.id);
  const taken = takeOut(setup, catalogue, part.id);
  return (
    <>
      {holes.length > 0 && <h3 className="mt-3 font-bold">Plug something in</h3>}
      {holes.map((hole) => (
        <Hole key={hole.port.id} setup={setup} part={part} hole={hole} drawer={drawer} onChange={onChange} />
      ))}
      {taken && (
        <Button className="mt-3 w-full" onClick={() => onChange(`Take out ${partName(part)}`, taken)}>
          Take it out
        </Button>
      )}
    </>
  );
}

/** One free hole or plug: choose what goes there, then plug it in. */
function Hole({
  setup,
  part,
  hole,
  drawer,
  onChange,
}: Props & { readonly hole: ReturnType<typeof freePorts>[number] }) {
  const [choice, setChoice] = useState('');
  const used = new Set(setup.parts.map((p) => p.id));
  const own = (drawer?.parts ?? []).filter((p) => !used.has(p.id) && fits(p, hole.port));
  const known = [...catalogue.parts.values()].filter((c) => c.ports.some((p) => portsFit(p, hole.port)));
  const plug = () => {
    const what = own.find((p) => `own ${p.id}` === choice) ?? { id: choice, class: choice };
    const next = plugIn(setup, catalogue, hole, what, FIRST_APP);
    if (next) onChange(`Plug ${lower(partName(what))} into ${partName(part)}`, next);
  };
  return (
    <div className="mt-1 flex items-end gap-2">
      <label className="min-w-0 flex-1">
        <span className="text-soft text-sm">{hole.port.label}</span>
        <select
          value={choice}
          onChange={(e) => setChoice(e.target.value)}
          className="min-h-10 w-full rounded-lg border border-soft bg-paper px-2"
        >
          <option value="">free</option>
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
        </select>
      </label>
      <Button disabled={choice === ''} onClick={plug} aria-label={`Plug it into the ${hole.port.label}`}>
        Plug in
      </Button>
    </div>
  );
}

const fits = (p: Part, port: Parameters<typeof portsFit>[1]): boolean =>
  classOf(p).ports.some((o) => portsFit(o, port));
