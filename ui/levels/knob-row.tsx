'use client';
import type { KnobPlace, KnobWindow } from '@/core/levels';
import type { Setup } from '@/core/model';
import { type Part, turnKnob } from '@/core/model';
import { classOf, gateTitle, PartIcon, partName, StatusMark } from '../components';
import { Knob, positionText } from '../setup';
import { LAW_WORDS } from './law';
import { type Mark, Track } from './track';

interface Props {
  readonly setup: Setup;
  readonly place: KnobPlace;
  readonly window: KnobWindow | null;
  readonly marks: readonly Mark[];
  /** Whether the part's name stands here: only at its first knob. */
  readonly first: boolean;
  readonly onTurn: (label: string, setup: Setup) => void;
  readonly onDone: () => void;
}

/** One knob: whose it is, its way with the windows, where it stands, and why it must not go further. */
export function KnobRow({ setup, place, window: range, marks, first, onTurn, onDone }: Props) {
  const part = setup.parts.find((p) => p.id === place.part) as Part;
  const partClass = classOf(part);
  const { knob } = place;
  const at = part.knobs?.[knob.id] ?? knob.start;
  const name = partName(part);
  const turn = (to: number) => onTurn(`Turn ${knob.label} of ${name}`, turnKnob(setup, part.id, knob.id, to));
  const outside = range?.matters && (range.holds ? at < range.holds[0] || at > range.holds[1] : true);
  const edge = range && outside ? (range.holds && at > range.holds[1] ? range.above : range.below) : null;
  return (
    <li
      className={`px-3 py-1.5 desk:grid desk:grid-cols-[11.5rem_1fr_5.5rem] desk:items-center desk:gap-2 ${first ? 'border-rule border-t' : ''}`}
    >
      <div className="flex items-center gap-2">
        <span className="w-7 shrink-0">{first && <PartIcon partClass={partClass} size={24} />}</span>
        <span className="min-w-0 leading-tight">
          {first && <span className="block truncate font-semibold">{name}</span>}
          <span className="block text-soft text-sm" title={knob.law && LAW_WORDS[knob.law]}>
            {knob.label}
          </span>
        </span>
        {knob.unit === 'dB' && (
          <output className="ml-auto font-mono font-semibold desk:hidden">{positionText(knob, at)}</output>
        )}
      </div>
      {knob.unit === 'dB' ? (
        <>
          <Track
            label={`${knob.label} of ${name}`}
            knob={knob}
            at={at}
            window={range}
            marks={marks}
            onTurn={turn}
            onDone={onDone}
          />
          <output className="hidden text-right font-mono font-semibold desk:block">{positionText(knob, at)}</output>
          <p className="text-sm desk:col-span-2 desk:col-start-2 desk:px-3">
            {edge ? (
              <span className="flex items-start gap-1.5 text-fail">
                <StatusMark status="fail" size={16} />
                <span>
                  {gateTitle(edge.gate)} fails here
                  {range?.holds
                    ? `: keep it from ${positionText(knob, range.holds[0])} to ${positionText(knob, range.holds[1])}.`
                    : ' wherever this knob stands; something else must change first.'}
                </span>
              </span>
            ) : (
              <span className="flex justify-between gap-3 text-soft">
                <span>{range?.below ? `lower: ${gateTitle(range.below.gate)} fails` : ''}</span>
                <span>{range?.matters === false ? 'changes no gate' : ''}</span>
                <span>{range?.above ? `higher: ${gateTitle(range.above.gate)} fails` : ''}</span>
              </span>
            )}
          </p>
        </>
      ) : (
        <div className="desk:col-span-2 desk:px-3">
          <Knob knob={knob} part={part} partClass={partClass} onTurn={(_, to) => turn(to)} onDone={onDone} nameless />
        </div>
      )}
    </li>
  );
}
