'use client';
import { Check, X } from 'lucide-react';
import { useState } from 'react';
import type { ChannelRow, Hearings, Send, KnobTable as Table } from '@/core/call';
import { signed } from '@/core/format';
import { isShut, type PartId, type Setup, turnKnob } from '@/core/model';
import { classOf, nameIn, useLiking } from '../components';
import { Face, hasFace, Knob, positionText, Slide } from '../setup';
import { isWrong, namesOf } from './said';

interface Props {
  readonly setup: Setup;
  readonly hearings: Hearings;
  readonly table: Table;
  readonly onTurn: (label: string, setup: Setup) => void;
  readonly onDone: () => void;
}

/** Rows that were set at the mixer, each with where its knobs stood. */
type Ticks = Readonly<Record<string, number>>;
const NO_TICKS: Ticks = {};

/** The knobs of this very mixer: a row a channel, a column each listener who has a mix of their own. */
export function KnobTable({ setup, hearings, table, onTurn, onDone }: Props) {
  const [chosen, setChosen] = useState<Send | null>(null);
  const [ticks, setTicks] = useLiking<Ticks>(`ticks ${setup.id} ${table.part}`, NO_TICKS);
  const part = setup.parts.find((p) => p.id === table.part);
  if (!part) return null;
  const partClass = classOf(part);
  const knobOf = (send: Send) => partClass.knobs?.find((k) => k.id === send.knob);
  const at = (send: Send) => part.knobs?.[send.knob] ?? knobOf(send)?.start ?? 0;
  // A tick is for the knobs as they stand: turned since, the row is to be set again.
  const standOf = ({ fader, sends }: ChannelRow): number =>
    [...(fader ? [fader] : []), ...sends.values()].reduce((h, s) => (h * 31 + Math.round(at(s) * 10) + 1000) % 1e9, 7);
  const turn = (send: Send, to: number) =>
    onTurn(`Turn ${knobOf(send)?.label} of ${nameIn(setup, part.id)}`, turnKnob(setup, part.id, send.knob, to));
  const listenersAt = (device: PartId) => hearings.listeners.filter((l) => l.part === device);
  /** What a knob should do for a listener, and whether it stands wrong for that. */
  const standing = (row: ChannelRow, send: Send, to: PartId | null) => {
    const knob = knobOf(send);
    const pairs = hearings.heard.filter(
      (h) => row.from.includes(h.from) && (to === null || listenersAt(to).some((l) => l.id === h.to)),
    );
    const wrong = to === null ? undefined : pairs.find(isWrong);
    const own = to !== null && pairs.length > 0 && pairs.every((h) => h.want === 'self' || h.want === 'not');
    const off = knob !== undefined && isShut(part, partClass, knob);
    const wanted =
      to === null
        ? null
        : own
          ? 'down'
          : pairs.some((h) => h.want === 'must' || h.want === 'wish')
            ? wrong?.is === 'clips'
              ? 'lower'
              : 'up'
            : null;
    return { wanted, isIll: wrong !== undefined && (wanted === 'down' ? !off : true) };
  };
  const cell = (row: ChannelRow, send: Send, to: PartId | null) => {
    const knob = knobOf(send);
    if (!knob) return null;
    const { wanted, isIll } = standing(row, send, to);
    const off = isShut(part, partClass, knob);
    const isChosen = chosen?.knob === send.knob;
    return (
      <button
        type="button"
        aria-pressed={isChosen}
        aria-label={`${knob.label}, ${wanted ? `wanted ${wanted} ` : ''}${positionText(knob, at(send))}${isIll ? ', wrong' : ''}`}
        title={knob.label}
        onClick={() => setChosen(isChosen ? null : send)}
        className={`flex min-h-11 w-full items-center justify-between gap-1 rounded-lg border px-2 text-left ${
          isChosen
            ? 'border-accent bg-accent-wash'
            : isIll
              ? 'border-fail bg-fail-wash'
              : 'border-rule hover:border-accent'
        }`}
      >
        <span className="leading-tight">
          {wanted && <span className={`block text-xs ${isIll ? 'font-bold text-fail' : 'text-soft'}`}>{wanted}</span>}{' '}
          <span className={`font-mono text-sm ${isIll ? 'font-bold text-fail' : ''}`}>
            {off ? 'off' : signed(at(send))}
          </span>
        </span>
        {wanted &&
          (isIll ? (
            <X size={16} className="shrink-0 text-fail" aria-hidden />
          ) : (
            <Check size={16} className="shrink-0 text-pass" aria-hidden />
          ))}
      </button>
    );
  };
  const chosenKnob = chosen && knobOf(chosen);
  const ill = new Set(
    table.rows.flatMap((row) =>
      [...row.sends].flatMap(([to, send]) => (standing(row, send, to).isIll ? [send.knob] : [])),
    ),
  );
  const whose = new Map(
    table.rows.flatMap((row) => {
      const strip = [...(row.fader ? [row.fader] : []), ...row.sends.values()].map((s) => knobOf(s)?.face?.strip)[0];
      return strip === undefined ? [] : [[strip, namesOf(hearings.voices, row.from)] as const];
    }),
  );
  return (
    <section aria-label={`Knobs of ${nameIn(setup, part.id)}`} className="rounded-xl border border-rule bg-card p-3">
      <h2 className="font-bold">
        Knobs of the {nameIn(setup, part.id)}{' '}
        <span className="font-normal text-soft text-sm">dB; press one to turn it</span>
      </h2>
      <div className="mt-2 overflow-x-auto">
        <table className="w-full border-separate border-spacing-1 text-left">
          <thead>
            <tr className="text-sm">
              <th scope="col" className="font-normal text-soft">
                set
              </th>
              <th scope="col" className="font-normal text-soft">
                channel of
              </th>
              {table.columns.map((c) => (
                <th key={c} scope="col" className="font-semibold">
                  to{' '}
                  {namesOf(
                    hearings.listeners,
                    listenersAt(c).map((l) => l.id),
                  )}
                </th>
              ))}
              {table.rows.some((r) => r.fader) && (
                <th scope="col" className="font-semibold">
                  fader
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row) => (
              <tr key={row.from.join(' ')}>
                <td>
                  <input
                    type="checkbox"
                    className="size-6 accent-accent"
                    aria-label={`${namesOf(hearings.voices, row.from)}: set at the mixer`}
                    checked={ticks[row.from.join(' ')] === standOf(row)}
                    onChange={(e) => setTicks({ ...ticks, [row.from.join(' ')]: e.target.checked ? standOf(row) : 0 })}
                  />
                </td>
                <th scope="row" className="max-w-32 font-semibold leading-tight">
                  {namesOf(hearings.voices, row.from)}
                </th>
                {table.columns.map((c) => {
                  const send = row.sends.get(c);
                  return <td key={c}>{send ? cell(row, send, c) : <span className="px-2 text-soft">none</span>}</td>;
                })}
                {table.rows.some((r) => r.fader) && <td>{row.fader && cell(row, row.fader, null)}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {hasFace(partClass) && (
        <details className="mt-2" open>
          <summary className="min-h-6 font-semibold">Where they are on the {nameIn(setup, part.id)}</summary>
          <div className="mt-1">
            <Face
              part={part}
              partClass={partClass}
              chosen={chosen?.knob ?? null}
              wrong={ill}
              onChoose={(knob) => setChosen(knob === chosen?.knob ? null : { part: part.id, knob })}
              whose={whose}
            />
          </div>
        </details>
      )}
      {chosen && chosenKnob && chosenKnob.unit !== 'dB' && (
        <div className="mt-2 rounded-lg bg-accent-wash p-2">
          <Knob
            knob={chosenKnob}
            part={part}
            partClass={partClass}
            onTurn={(_, to) => turn(chosen, to)}
            onDone={onDone}
          />
        </div>
      )}
      {chosen && chosenKnob?.unit === 'dB' && (
        <div className="mt-2 rounded-lg bg-accent-wash p-2">
          <Slide
            label={chosenKnob.label}
            value={at(chosen)}
            min={chosenKnob.min}
            max={chosenKnob.max}
            step={chosenKnob.step}
            words={positionText(chosenKnob, at(chosen))}
            onTurn={(to) => turn(chosen, to)}
            onDone={onDone}
          />
          {!isShut(part, partClass, chosenKnob) && (
            <button
              type="button"
              className="min-h-10 rounded-lg border border-soft bg-card px-3"
              onClick={() => {
                turn(chosen, chosenKnob.min);
                onDone();
              }}
            >
              Turn it off
            </button>
          )}
        </div>
      )}
      {table.masters.length > 0 && (
        <p className="mt-2 text-soft text-sm">
          For all channels at once:{' '}
          {table.masters
            .map((m) => {
              const knob = knobOf(m);
              return knob
                ? `${knob.label} ${positionText(knob, at(m))} (to ${namesOf(
                    hearings.listeners,
                    hearings.listeners.filter((l) => m.to.includes(l.part)).map((l) => l.id),
                  )})`
                : '';
            })
            .join('; ')}
          .
        </p>
      )}
    </section>
  );
}
