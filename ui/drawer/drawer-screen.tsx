'use client';
import { ArchiveRestore, Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import { dayText } from '@/core/format';
import { putBack, retired, withFigure, withoutFigure, withoutPart } from '@/core/log';
import { type Drawer, type Part, writeDocument } from '@/core/model';
import {
  Button,
  classOf,
  editDrawer,
  KIND_TITLES,
  KINDS_IN_ORDER,
  PartIcon,
  partName,
  today,
  useDrawer,
} from '../components';
import { HandOver, Screen, saveFile, tell, useOverruled } from '../shell';
import { AddPart } from './add-part';
import { beginDrawer, DrawerPicker } from './drawer-picker';
import { EditPart, History } from './edit-part';
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
    await editDrawer(`Take out ${partName(gone)}`, drawer.id, (d) => withoutPart(d, gone.id));
    tell(`${partName(gone)} is out of the drawer. Undo puts it back.`);
  };
  const retire = async (old: Part) => {
    const wrong = await editDrawer(`Retire ${partName(old)}`, drawer.id, (d) => retired(d, old.id, today()));
    tell(wrong ?? `${partName(old)} is retired. Undo takes it back.`);
    setOpen(null);
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
        <div className="flex min-w-0 flex-col gap-4">
          <Owned drawer={drawer} open={open} onOpen={lookAt} />
          <Retired
            drawer={drawer}
            onPutBack={(p) => editDrawer(`Put back ${partName(p)}`, drawer.id, (d) => putBack(d, p.id))}
            onRemove={remove}
          />
        </div>
        <aside
          ref={panel}
          aria-label={part ? 'This part' : 'More parts'}
          className="order-first desk:sticky desk:top-2 desk:order-none desk:max-h-[calc(100dvh-1rem)] desk:overflow-y-auto"
        >
          {part ? (
            <EditPart
              key={part.id}
              drawer={drawer}
              part={part}
              onKeep={keep}
              onFigure={(label, figure, value) =>
                editDrawer(label, drawer.id, (d) =>
                  value === null
                    ? withoutFigure(d, part.id, classOf(part), figure)
                    : withFigure(d, part, classOf(part), { figure, value, date: today() }),
                )
              }
              onRetire={() => retire(part)}
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

interface RetiredProps {
  readonly drawer: Drawer;
  readonly onPutBack: (part: Part) => unknown;
  readonly onRemove: (part: Part) => unknown;
}

/** What is not used any more, and when that was. */
function Retired({ drawer, onPutBack, onRemove }: RetiredProps) {
  const { retired: those = [] } = drawer;
  if (those.length === 0) return null;
  return (
    <section aria-label="Retired">
      <h2 className="mb-1.5 font-bold">Retired</h2>
      <ul className="flex flex-col gap-2">
        {those.map((p) => (
          <li
            key={p.id}
            className="flex flex-wrap items-center gap-3 rounded-xl border border-rule border-dashed px-3 py-2"
          >
            <PartIcon partClass={classOf(p)} />
            <div className="min-w-0 flex-1">
              <span className="wrap-anywhere block font-semibold leading-tight">{partName(p)}</span>
              <span className="text-soft text-sm">since {dayText(p.retiredOn)}</span>
              <History part={p} />
            </div>
            <Button aria-label={`Put back ${partName(p)}`} onClick={() => onPutBack(p)}>
              <ArchiveRestore size={18} aria-hidden /> Put back
            </Button>
            <Button look="quiet" aria-label={`Take out ${partName(p)}`} onClick={() => onRemove(p)}>
              <Trash2 size={18} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
