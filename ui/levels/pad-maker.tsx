'use client';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { oneWith } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { insertPart } from '@/core/change';
import { figure, ohmText as ohms } from '@/core/format';
import type { Setup } from '@/core/model';
import { type Pad, type PadForm, padFor } from '@/core/signal';
import { Button, NumberField } from '../components';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly onSet: (label: string, setup: Setup) => void;
}

const FORMS: Readonly<Record<PadForm, string>> = {
  L: 'L: one along, one across',
  U: 'U: one in each leg, one across (balanced)',
  T: 'T: matched both ways',
  pi: 'Pi: matched both ways',
};

/** Classes whose resistors a computed pad of a form can stand for, one way of plugging each. */
const BUILT_AS: Readonly<Record<PadForm, readonly string[]>> = { L: ['pad-20'], U: ['pad-xlr-20'], T: [], pi: [] };

/** Work out a pad between two parts of this line, from the impedances that stand there. */
export function PadMaker({ setup, report, onSet }: Props) {
  const joints = report.joints.filter((j) => j.loading && j.loading.loadOhm !== null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [form, setForm] = useState<PadForm>('L');
  const [db, setDb] = useState(20);
  const joint = joints.find((j) => j.joint === chosen) ?? joints.at(-1);
  if (!joint) return null;
  const { sourceOhm, loadOhm } = joint.loading!;
  const number = (id: string) => setup.joints.findIndex((j) => j.id === id) + 1;
  const result = padFor({ form, db, sourceOhm, loadOhm: loadOhm!, inputOhm: Math.max(10 * sourceOhm, 600) });
  const place = () => {
    if (!result.ok) return null;
    for (const id of BUILT_AS[form]) {
      const part = { id: 'own-pad', class: id, name: `${db} dB pad, own`, values: ownValues(result.pad) };
      const next = insertPart(setup, catalogue, joint.joint, part);
      if (next) return next;
    }
    return null;
  };
  const placed = place();
  return (
    <details className="rounded-xl border border-rule bg-card px-3 py-2">
      <summary className="min-h-6 font-bold">Work out a pad</summary>
      <div className="mt-2 flex flex-col gap-2 text-sm">
        <label>
          At
          <select
            value={joint.joint}
            onChange={(e) => setChosen(e.target.value)}
            className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2"
          >
            {joints.map((j) => (
              <option key={j.joint} value={j.joint}>
                connection {number(j.joint)}: {ohms(j.loading!.sourceOhm)} into {ohms(j.loading!.loadOhm!)}
              </option>
            ))}
          </select>
        </label>
        <label>
          Form
          <select
            value={form}
            onChange={(e) => setForm(e.target.value as PadForm)}
            className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2"
          >
            {(Object.keys(FORMS) as PadForm[]).map((f) => (
              <option key={f} value={f}>
                {FORMS[f]}
              </option>
            ))}
          </select>
        </label>
        <NumberField label="Smaller by, dB" value={db} min={1} max={60} step={1} onValue={setDb} />
        {result.ok ? (
          <>
            <ul className="font-mono">
              {result.pad.resistors.map((r) => (
                <li key={`${r.where} ${r.at}`} className="flex justify-between gap-2 border-rule border-t py-1">
                  <span className="font-sans">
                    {r.where === 'series' ? 'along' : 'across'}, {r.at}
                  </span>
                  <span>
                    {ohms(r.ohm)} → <b>{ohms(r.nearestOhm)}</b>
                  </span>
                </li>
              ))}
            </ul>
            <p>
              With the nearest values (E24) it takes {figure(result.pad.resultingDb, 1)} dB; the source sees{' '}
              {ohms(result.pad.inputOhm)}, the input is fed from {ohms(result.pad.outputOhm)}.
            </p>
            {placed ? (
              <Button look="main" onClick={() => onSet(`Put this pad into connection ${number(joint.joint)}`, placed)}>
                Put it into connection {number(joint.joint)}
              </Button>
            ) : (
              <p className="text-soft">
                As a box it would have to be built; no class of pad of this form goes in there.
              </p>
            )}
          </>
        ) : (
          <p className="text-fail">{result.message}</p>
        )}
      </div>
    </details>
  );
}

function ownValues({ resistors }: Pad): Readonly<Record<string, number>> {
  const series = oneWith(resistors, 'where', 'series').nearestOhm;
  return { seriesOhm: series, shuntOhm: oneWith(resistors, 'where', 'shunt').nearestOhm };
}
