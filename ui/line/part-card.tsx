'use client';
import type { CSSProperties } from 'react';
import { type PartId, partIn, type Setup } from '@/core/model';
import { AppIcon, appOf, classOf, headsetOnly, ownLengthText, PartIcon, partName } from '../components';
import { knobsText } from '../setup';
import type { Focus } from './focus';
import { type Joining, Ports } from './joining';
import type { Box } from './plan-sheet';

export const placeOf = ({ x, y, width, height }: Box): CSSProperties => ({ left: x, top: y, width, height });

const APP_HEIGHT = 46;

interface Props {
  readonly setup: Setup;
  readonly id: PartId;
  readonly box: Box;
  readonly blamed: boolean;
  readonly chosen: boolean;
  /** Its plugs and sockets are shown. */
  readonly open: boolean;
  readonly onFocus: (focus: Focus) => void;
  readonly joining: Joining;
}

/** A part on the sheet: what it is, whose voice it has, how its knobs stand; a cable is smaller, as it is in the hand. */
export function PartCard({ setup, id, box, blamed, chosen, open, onFocus, joining }: Props) {
  const part = partIn(setup, id);
  const partClass = classOf(part);
  const own = ownLengthText(part);
  const isCable = partClass.kind === 'lead';
  const voices = setup.placements
    .filter((p) => p.part === part.id)
    .map((p) => setup.job.sources.find((s) => s.id === p.source)?.name);
  const edge = blamed ? 'border-2 border-fail' : chosen ? 'border-2 border-accent' : 'border-rule';
  const height = partClass.host ? box.height - APP_HEIGHT : box.height;
  const about =
    [...voices, knobsText(part, partClass)].filter(Boolean).join(', ') || (part.name && !isCable ? partClass.name : '');
  return (
    <>
      <button
        type="button"
        aria-pressed={chosen}
        onClick={() => onFocus({ on: 'part', id: part.id })}
        className={`absolute flex flex-col items-center justify-center gap-0.5 overflow-hidden border bg-card px-1 py-1 text-center hover:border-accent ${
          isCable ? 'rounded-full px-1' : partClass.host ? 'rounded-t-xl' : 'rounded-xl'
        } ${edge}`}
        style={placeOf({ ...box, height })}
      >
        {!isCable && <PartIcon partClass={partClass} size={22} />}
        <span className="wrap-anywhere min-w-0 max-w-full">
          <span
            className={`font-semibold leading-tight ${isCable ? 'line-clamp-3 text-[0.75rem]' : 'line-clamp-2 text-[0.9rem]'}`}
          >
            {partName(part)}
          </span>
          <span className="line-clamp-2 text-[0.8rem] text-soft leading-tight">
            {about}
            {own && ` ${own}`}
          </span>
          {blamed && <span className="sr-only">guilty part</span>}
        </span>
      </button>
      <div
        className="absolute z-10 -translate-x-1/2"
        style={{ left: box.x + box.width / 2, top: box.y + box.height + 2, width: 170 }}
      >
        <Ports part={part.id} chosen={open} joining={joining} />
      </div>
    </>
  );
}

/** The app, at the foot of its device. */
export function AppCard({
  app: id,
  box,
  chosen,
  onFocus,
}: {
  readonly app: string;
  readonly box: Box;
  readonly chosen: boolean;
  readonly onFocus: (focus: Focus) => void;
}) {
  const app = appOf(id);
  return (
    <button
      type="button"
      aria-pressed={chosen}
      title={headsetOnly(app) ? 'headset inputs only' : 'any input'}
      onClick={() => onFocus({ on: 'app' })}
      className={`absolute flex items-center justify-center gap-1 overflow-hidden rounded-b-xl border bg-accent-wash px-1 text-center hover:border-accent ${chosen ? 'border-2 border-accent' : 'border-rule'}`}
      style={placeOf({ ...box, y: box.y + box.height - APP_HEIGHT, height: APP_HEIGHT })}
    >
      <AppIcon size={16} aria-hidden className="shrink-0" />
      <span className="line-clamp-2 text-[0.8rem] leading-tight">{app.name}</span>
    </button>
  );
}
