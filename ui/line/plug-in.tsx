'use client';
import { catalogue } from '@/catalogue';
import type { Drawer, Part, Setup } from '@/core/model';
import { freePorts, plugIn, portsFit, takeOut } from '@/core/plan';
import { Button, classOf, lower, partName } from '../kit';

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
  const used = new Set(setup.parts.map((p) => p.id));
  const taken = takeOut(setup, catalogue, part.id);
  return (
    <>
      {holes.length > 0 && <h3 className="mt-3 font-bold">Plug something in</h3>}
      {holes.map((hole) => {
        const own = (drawer?.parts ?? []).filter((p) => !used.has(p.id) && fits(p, hole.port));
        const known = [...catalogue.parts.values()].filter((c) => c.ports.some((p) => portsFit(p, hole.port)));
        const choose = (value: string) => {
          const owned = own.find((p) => `own ${p.id}` === value);
          const what = owned ?? { id: value, class: value };
          const next = plugIn(setup, catalogue, hole, what, FIRST_APP);
          if (next) onChange(`Plug ${lower(partName(what))} into ${partName(part)}`, next);
        };
        return (
          <label key={hole.port.id} className="mt-1 block">
            <span className="text-soft text-sm">{hole.port.label}</span>
            <select
              value=""
              onChange={(e) => choose(e.target.value)}
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
        );
      })}
      {taken && (
        <Button className="mt-3 w-full" onClick={() => onChange(`Take out ${partName(part)}`, taken)}>
          Take it out
        </Button>
      )}
    </>
  );
}

const fits = (p: Part, port: Parameters<typeof portsFit>[1]): boolean =>
  classOf(p).ports.some((o) => portsFit(o, port));
