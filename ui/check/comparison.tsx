import Link from 'next/link';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import type { Report } from '@/core/assess';
import { figure } from '@/core/format';
import { partIn, type Setup } from '@/core/model';
import { type Calibration, calibrate, compareTake, type Known, type TakeReport } from '@/core/take';
import { Button, gateTitle, keepFigure, NumberField, nameIn, StatusMark, useDrawer } from '../components';
import { tell } from '../shell';

interface Props {
  readonly measured: TakeReport;
  readonly setup: Setup;
  readonly report: Report;
}

const TITLES = {
  mic: 'Mic',
  level: 'Level',
  clipping: 'Clipping',
  noise: 'Noise',
  hum: 'Hum',
  band: 'Band',
  room: 'Room',
  sides: 'Sides',
} as const;

/** What was computed and what arrived, side by side; a difference leads to the line sheet. */
export function Comparison({ measured, setup, report }: Props) {
  const rows = compareTake(measured, report, (part) => nameIn(setup, part));
  const off = rows.filter((r) => r.agrees === false);
  return (
    <section aria-label="Beside the prediction" className="rounded-xl border border-rule bg-card p-3">
      <h2 className="font-bold">
        {rows.length === 0
          ? 'By the setup nothing arrives: there is nothing to compare with'
          : off.length === 0
            ? 'It is what was computed'
            : off.length === 1
              ? 'One thing is not what was computed'
              : `${off.length} things are not what was computed`}
      </h2>
      <ul className="mt-1">
        {rows.map((r) => (
          <li
            key={`${r.what} ${r.channel}`}
            className="grid grid-cols-[1.5rem_5.5rem_1fr] items-baseline gap-x-2 border-rule border-t py-1.5 first:border-t-0 desk:grid-cols-[1.5rem_7rem_15rem_15rem_1fr]"
          >
            <span className="self-center">
              <StatusMark status={r.agrees === null ? 'not known' : r.agrees ? 'pass' : 'fail'} size={18} />
            </span>
            <b>
              {TITLES[r.what]}
              {r.channel !== null && measured.channels > 1 && ` ${r.channel + 1}`}
            </b>
            <span>
              <span className="text-soft text-sm">computed </span>
              {r.expected}
            </span>
            <span className="col-start-3 desk:col-start-auto">
              <span className="text-soft text-sm">measured </span>
              {r.measured}
            </span>
            <span className="col-span-3 desk:col-span-1">
              {r.agrees !== true && [r.sentence, r.detail].filter(Boolean).join(' ')}{' '}
              {r.gates.length > 0 && (
                <Link
                  href={`/line/?setup=${encodeURIComponent(setup.id)}&gate=${r.gates[0]}`}
                  className="font-semibold text-accent underline"
                >
                  Look at {r.gates.map((g) => gateTitle(g)).join(', ')}
                </Link>
              )}
            </span>
          </li>
        ))}
      </ul>
      {rows.length > 0 && <Calibrating measured={measured} setup={setup} report={report} />}
    </section>
  );
}

/** With something known in the take, the input's own full scale is worked out and kept with the part. */
function Calibrating({ measured, setup, report }: Props) {
  const drawer = useDrawer();
  const [kind, setKind] = useState<Known['kind']>('voice');
  const [levelDbu, setLevelDbu] = useState(-20);
  const [channel, setChannel] = useState(0);
  const known: Known = kind === 'tone' ? { kind, levelDbu } : { kind };
  const result = calibrate(measured, report, setup, catalogue, channel, known);
  const keep = async (c: Calibration) => {
    const { part, value: figure } = c;
    const value = Math.round(10 * c.measuredDbu) / 10;
    const found = { setup, part: partIn(setup, part), drawer, figure, value };
    if (await keepFigure(`Calibrate ${nameIn(setup, part)}`, found))
      tell(`The ${nameIn(setup, part)} now goes by what you measured. Undo takes it back.`);
  };
  return (
    <details className="mt-2 border-rule border-t pt-2">
      <summary className="min-h-10 cursor-pointer py-2 font-semibold text-accent">
        Calibrate the input by this take
      </summary>
      <div className="flex flex-wrap items-end gap-3">
        <label className="block text-sm">
          What is known
          <select
            value={kind}
            onChange={(e) => setKind(e.target.value as Known['kind'])}
            className="mt-0.5 block min-h-10 rounded-lg border border-soft bg-paper px-2 text-base"
          >
            <option value="voice">the voice, at its level and distance in the setup</option>
            <option value="tone">a tone of known level at the input</option>
          </select>
        </label>
        {kind === 'tone' && (
          <div className="w-28">
            <NumberField label="Tone, dBu" value={levelDbu} min={-120} max={30} step={0.1} onValue={setLevelDbu} />
          </div>
        )}
        {report.channels.length > 1 && (
          <div className="w-28">
            <NumberField
              label="Channel"
              value={channel + 1}
              min={1}
              max={report.channels.length}
              step={1}
              onValue={(n) => setChannel(Math.round(n) - 1)}
            />
          </div>
        )}
        {result.ok ? (
          <>
            <p>
              Full scale of the {nameIn(setup, result.value.part)}: computed with{' '}
              <span className="font-mono">{dbu(result.value.beforeDbu)}</span>, measured{' '}
              <b className="font-mono">{dbu(result.value.measuredDbu)}</b>
            </p>
            <Button look="main" onClick={() => void keep(result.value)}>
              Keep it
            </Button>
          </>
        ) : (
          <p className="text-soft">{result.problem}</p>
        )}
      </div>
    </details>
  );
}

const dbu = (x: number): string => `${figure(x, 1)} dBu`;
