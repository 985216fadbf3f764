'use client';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { catalogue } from '@/catalogue';
import { freePorts, joinPorts, partnersOf } from '@/core/change';
import type { PortRef, PortSpec, Setup } from '@/core/model';
import { Button, classOf, lower, nameIn } from '../components';

/** Joining two free ports on the sheet: one is taken hold of, those it goes into light up, one of them is chosen. */
export interface Joining {
  readonly from: PortRef | null;
  /** Free ports to show at a part: of the part looked at; once one is held, that one and those it goes into. */
  at(part: string, chosen: boolean): readonly PortSpec[];
  /** Taken hold of by a hand, at a place of the window; or by a key. */
  hold(port: PortRef, place: { readonly x: number; readonly y: number } | null): void;
  join(to: PortRef): void;
  cancel(): void;
}

interface Held {
  readonly from: PortRef;
  readonly place: { readonly x: number; readonly y: number } | null;
}

const keyOf = ({ part, port }: PortRef): string => `${part} ${port}`;

export function useJoining(setup: Setup, onJoin: (label: string, setup: Setup) => void) {
  const [held, setHeld] = useState<Held | null>(null);
  const line = useRef<SVGLineElement>(null);
  const free = freePorts(setup, catalogue);
  const isFree = (e: PortRef) => free.some((f) => f.part === e.part && f.port.id === e.port);
  const from = held && isFree(held.from) ? held.from : null;
  const targets = from ? partnersOf(setup, catalogue, from).filter((p) => p.fits) : [];
  const joining: Joining = {
    from,
    at: (part, chosen) =>
      from
        ? part === from.part
          ? free.flatMap((f) => (keyOf({ part: f.part, port: f.port.id }) === keyOf(from) ? [f.port] : []))
          : targets.flatMap((t) => (t.part === part ? [t.port] : []))
        : chosen
          ? free.flatMap((f) => (f.part === part ? [f.port] : []))
          : [],
    hold: (port, place) => setHeld({ from: port, place }),
    join(to) {
      setHeld(null);
      const next = from && joinPorts(setup, catalogue, from, to);
      if (next) onJoin(`Join ${nameIn(setup, from.part)} and ${lower(nameIn(setup, to.part))}`, next);
    },
    cancel: () => setHeld(null),
  };
  const now = useRef(joining);
  now.current = joining;
  // A hand that has taken hold of one lets go over another; over nothing, what is held stays held until another is pressed.
  useEffect(() => {
    if (!held) return;
    const moved = (e: PointerEvent) => {
      line.current?.setAttribute('x2', String(e.clientX));
      line.current?.setAttribute('y2', String(e.clientY));
    };
    const released = (e: PointerEvent) => {
      line.current?.setAttribute('visibility', 'hidden');
      const over = document.elementFromPoint(e.clientX, e.clientY)?.closest<HTMLElement>('[data-socket]');
      const [part, port] = over?.dataset['socket']?.split(' ') ?? [];
      if (part !== undefined && port !== undefined && keyOf(held.from) !== keyOf({ part, port }))
        now.current.join({ part, port });
    };
    const pressed = (e: KeyboardEvent) => e.key === 'Escape' && now.current.cancel();
    window.addEventListener('keydown', pressed);
    if (held.place) {
      window.addEventListener('pointermove', moved);
      window.addEventListener('pointerup', released, { once: true });
    }
    return () => {
      window.removeEventListener('keydown', pressed);
      window.removeEventListener('pointermove', moved);
      window.removeEventListener('pointerup', released);
    };
  }, [held]);
  return { joining, line, place: from ? (held?.place ?? null) : null };
}

/** What is being joined, in words, and the line from the hand to where it took hold. */
export function JoiningBar({
  setup,
  joining,
  line,
  place,
}: {
  readonly setup: Setup;
  readonly joining: Joining;
  readonly line: RefObject<SVGLineElement | null>;
  readonly place: Held['place'];
}) {
  const { from } = joining;
  const part = from && setup.parts.find((p) => p.id === from.part);
  const port = part && classOf(part).ports.find((p) => p.id === from.port);
  const some = setup.parts.some((p) => from && p.id !== from.part && joining.at(p.id, false).length > 0);
  return (
    <>
      <div role="status" className="sticky bottom-20 z-20 desk:bottom-2">
        {from && port && (
          <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 rounded-xl border-2 border-accent bg-accent-wash px-3 py-1">
            <span className="min-w-0 flex-1">
              Joining <b>{port.label}</b> of {nameIn(setup, from.part)}:{' '}
              {some ? 'choose one of the lit sockets and plugs.' : 'nothing that is free here fits it.'}
            </span>
            <Button onClick={joining.cancel}>Leave it</Button>
          </p>
        )}
      </div>
      {place && (
        <svg aria-hidden className="pointer-events-none fixed inset-0 z-40 size-full">
          <line
            ref={line}
            x1={place.x}
            y1={place.y}
            x2={place.x}
            y2={place.y}
            strokeWidth={4}
            strokeLinecap="round"
            className="stroke-accent"
          />
        </svg>
      )}
    </>
  );
}

/** The free ports shown at a part: to be taken hold of, or to be chosen for what is held. */
export function Ports({
  part,
  chosen,
  joining,
}: {
  readonly part: string;
  readonly chosen: boolean;
  readonly joining: Joining;
}) {
  const ports = joining.at(part, chosen);
  if (ports.length === 0) return null;
  const isHeld = joining.from?.part === part;
  const target = joining.from !== null && !isHeld;
  return (
    <ul
      className="mt-1 flex max-h-40 flex-wrap gap-1 desk:justify-center overflow-y-auto"
      aria-label={target ? 'It goes into' : isHeld ? 'Held' : 'Free'}
    >
      {ports.map(({ id, label }) => (
        <li key={id}>
          <button
            type="button"
            data-socket={`${part} ${id}`}
            aria-label={target ? `Join it to ${label}` : `Join ${label} to...`}
            aria-pressed={target ? undefined : isHeld}
            onPointerDown={(e) => {
              if (target || isHeld) return;
              e.currentTarget.releasePointerCapture(e.pointerId);
              joining.hold({ part, port: id }, { x: e.clientX, y: e.clientY });
            }}
            onClick={(e) => {
              if (target) joining.join({ part, port: id });
              // A press of the hand has taken hold of it on its way down.
              else if (e.detail === 0 && isHeld) joining.cancel();
              else if (e.detail === 0) joining.hold({ part, port: id }, null);
            }}
            className={`min-h-8 touch-none rounded-full border-2 border-dashed px-2 text-sm leading-tight ${
              target
                ? 'border-accent bg-accent font-semibold text-accent-ink'
                : isHeld
                  ? 'border-accent bg-accent-wash font-semibold'
                  : 'border-soft bg-card hover:border-accent'
            }`}
          >
            {label}
          </button>
        </li>
      ))}
    </ul>
  );
}
