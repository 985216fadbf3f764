'use client';
import { useRef, useState } from 'react';
import { type Drawer, type Part, writeDocument } from '@/core/model';
import { Button, classOf, editDrawer, KIND_TITLES, KINDS_IN_ORDER, PartIcon, partName, useDrawer } from '../components';
import { HandOver, Screen, saveFile, tell, useOverruled } from '../shell';
import { AddPart } from './add-part';
import { beginDrawer, DrawerPicker } from './drawer-picker';
import { EditPart } from './edit-part';
import { addedPart, withPart } from './edits';
import { Ends } from './ends';

export function DrawerScreen() {
  const drawer = useDrawer();
  useOverruled('drawers', drawer);
  const [open, setOpen] = useState<string | null>(null);
  const panel = useRef<HTMLElement>(null);
  const lookAt = (id: string) => {
    setOpen(id);
    // On a phone the panel stands above the parts: it comes to the eye.
    requestAnimationFrame(() => panel.current?.scrollIntoView({ block: 'nearest' }));
  };
  if (drawer === undefined) return <Screen title="Drawer">{null}</Screen>;
  if (drawer === null) {
    return (
      <Screen title="No drawer">
        <p>Begin one, bring one in under Files, or take the last step back with Undo.</p>
        <Button look="main" className="mt-3" onClick={() => void beginDrawer()}>
          Begin a drawer
        </Button>
      </Screen>
    );
  }
  const part = drawer.parts.find((p) => p.id === open);
  const keep = (label: string, next: Part) => editDrawer(label, drawer.id, (d) => withPart(d, next));
  const remove = async (gone: Part) => {
    await editDrawer(`Take out ${partName(gone)}`, drawer.id, (d) => ({
      ...d,
      parts: d.parts.filter((p) => p.id !== gone.id),
    }));
    tell(`${partName(gone)} is out of the drawer. Undo puts it back.`);
  };
  return (
    <Screen
      title={<DrawerPicker drawer={drawer} />}
      under={`${drawer.parts.length} parts`}
      actions={
        <>
          <HandOver kind="drawer" id={drawer.id} />
          <Button onClick={() => saveFile(`${drawer.id}.drawer.json`, writeDocument(drawer))}>Save to file</Button>
        </>
      }
    >
      <div className="flex flex-col gap-5 desk:grid desk:grid-cols-[minmax(0,1fr)_25rem] desk:items-start">
        <Owned drawer={drawer} open={open} onOpen={lookAt} />
        <aside
          ref={panel}
          aria-label={part ? 'This part' : 'More parts'}
          className="order-first desk:sticky desk:top-2 desk:order-none desk:max-h-[calc(100dvh-1rem)] desk:overflow-y-auto"
        >
          {part ? (
            <EditPart
              key={part.id}
              drawer={drawer.id}
              part={part}
              onKeep={keep}
              onRemove={() => remove(part)}
              onClose={() => setOpen(null)}
            />
          ) : (
            <AddPart
              onAdd={async (partClass) => {
                await editDrawer(`Add ${partClass.name}`, drawer.id, (d) => ({
                  ...d,
                  parts: [...d.parts, addedPart(d, partClass)],
                }));
                tell(`${partClass.name} is in the drawer.`);
              }}
            />
          )}
        </aside>
      </div>
    </Screen>
  );
}

interface OwnedProps {
  readonly drawer: Drawer;
  readonly open: string | null;
  readonly onOpen: (id: string) => void;
}

/** What is owned, by kind. */
function Owned({ drawer, open, onOpen }: OwnedProps) {
  const kinds = KINDS_IN_ORDER.filter((k) => drawer.parts.some((p) => classOf(p).kind === k));
  return (
    <section aria-label="What you own" className="flex flex-col gap-4">
      {kinds.length === 0 && <p>The drawer is empty. Add what you own, and chains are made of it first.</p>}
      {kinds.map((kind) => (
        <div key={kind}>
          <h2 className="mb-1.5 font-bold">{KIND_TITLES[kind]}</h2>
          <ul className="grid gap-2 sm:grid-cols-2">
            {drawer.parts
              .filter((p) => classOf(p).kind === kind)
              .map((p) => (
                <li key={p.id}>
                  <button
                    type="button"
                    aria-pressed={open === p.id}
                    onClick={() => onOpen(p.id)}
                    className={`flex h-full w-full items-center gap-3 rounded-xl border bg-card px-3 py-2 text-left hover:border-accent ${open === p.id ? 'border-2 border-accent' : 'border-rule'}`}
                  >
                    <PartIcon partClass={classOf(p)} />
                    <span className="min-w-0">
                      <span className="wrap-anywhere block font-semibold leading-tight">{partName(p)}</span>
                      {p.name && <span className="block text-sm leading-tight">{classOf(p).name}</span>}
                      <Ends partClass={classOf(p)} />
                      {p.values && (
                        <span className="text-sm">
                          {Object.keys(p.values).length} own {Object.keys(p.values).length === 1 ? 'figure' : 'figures'}
                        </span>
                      )}
                    </span>
                  </button>
                </li>
              ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
