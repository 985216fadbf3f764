'use client';
import type { Report } from '@/core/assess';
import { figure } from '@/core/format';
import { hasFigure, quantity, type Setup } from '@/core/model';
import { ohmPerMetre } from '@/core/power';
import { classOf, NumberField, nameIn } from '../components';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly onKeep: (label: string, setup: Setup) => unknown;
}

/** Gauges in which the power conductors of such leads are made, thick first. */
const GAUGES = [20, 22, 24, 26, 28] as const;
/** A conductor within this much of a gauge is called by it. */
const CLOSE = 0.12;

/** Leads that carry power: how long, how thick, and what is left of the volts behind them. */
export function Leads({ setup, report, onKeep }: Props) {
  const leads = setup.parts.filter((p) => {
    const c = classOf(p);
    return c.usb && hasFigure(c, 'ohmPerM') && report.tree.some((n) => n.part === p.id);
  });
  if (leads.length === 0) return null;
  return (
    <section aria-label="Cables that carry power" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">Cables that carry power</h2>
      {leads.map((part) => {
        const c = classOf(part);
        const q = (name: string) => quantity(part, c, name);
        const set = (name: string, value: number) =>
          onKeep(`Cable ${nameIn(setup, part.id)}`, {
            ...setup,
            parts: setup.parts.map((p) => (p.id === part.id ? { ...p, values: { ...p.values, [name]: value } } : p)),
          });
        const gauge = GAUGES.find((g) => Math.abs(ohmPerMetre(g) / q('ohmPerM') - 1) < CLOSE);
        const behind = report.tree.find((n) => n.on.part === part.id);
        return (
          <div key={part.id} className="mt-1 border-rule border-t pt-1 first-of-type:border-t-0">
            <p className="flex justify-between gap-2">
              <span className="wrap-anywhere min-w-0 font-semibold leading-tight">{nameIn(setup, part.id)}</span>
              {behind && <span className="shrink-0 font-mono">{figure(behind.volt, 2)} V</span>}
            </p>
            <div className="grid grid-cols-2 gap-2">
              <NumberField
                keeps
                label="Length, m"
                value={q('lengthM')}
                min={0.1}
                max={30}
                step={0.1}
                onValue={(m) => set('lengthM', m)}
              />
              <label className="block text-sm">
                Gauge (AWG)
                <select
                  value={gauge ?? ''}
                  onChange={(e) => set('ohmPerM', Number(ohmPerMetre(Number(e.target.value)).toPrecision(3)))}
                  className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2 text-base"
                >
                  {gauge === undefined && <option value="">{figure(1000 * q('ohmPerM'))} mΩ/m</option>}
                  {GAUGES.map((g) => (
                    <option key={g} value={g}>
                      {g}: {figure(1000 * ohmPerMetre(g))} mΩ/m
                    </option>
                  ))}
                </select>
              </label>
            </div>
          </div>
        );
      })}
      <p className="mt-2 text-soft text-sm">
        The gauge of the power wires is printed on the sheath: a smaller number is thicker.
      </p>
    </section>
  );
}
