'use client';
import type { Report } from '@/core/assess';
import { connectorNamed, describeConnector } from '@/core/connectors';
import { voltText } from '@/core/gates';
import type { PortRef, PortSpec, Setup } from '@/core/model';
import { Slide } from '../bench';
import { classOf, partName } from '../kit';
import { JointDrawing } from './joint-drawing';
import { letterOfRole } from './role-letter';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly id: string;
  readonly onTurn: (label: string, setup: Setup) => void;
  readonly onDone: () => void;
}

/** A plug is drawn out at most so far: then it lies on the table. */
const FARTHEST_MM = 12;

const volts = (v: number | null): string => (v === null ? 'no circuit' : voltText(v));

/** A joint close up: which contact touches which, the steady volts there, and how far the plug is in. */
export function JointPanel({ setup, report, id, onTurn, onDone }: Props) {
  const index = setup.joints.findIndex((j) => j.id === id);
  const joint = setup.joints[index];
  const reading = report.joints.find((j) => j.joint === id);
  const portOf = (ref: PortRef): PortSpec =>
    classOf(setup.parts.find((p) => p.id === ref.part)!).ports.find((p) => p.id === ref.port)!;
  const [a, b] = [portOf(joint.a), portOf(joint.b)];
  const radio = a.carries === 'radio';
  const outMm = joint.outMm ?? 0;
  const nameOf = (ref: PortRef) => partName(setup.parts.find((p) => p.id === ref.part)!);
  const draw = (to: number) =>
    onTurn(`Plug of joint ${index + 1} out by ${to} mm`, {
      ...setup,
      joints: setup.joints.map((j) => (j.id === id ? { ...j, outMm: to } : j)),
    });
  return (
    <section aria-label={`Joint ${index + 1}`} className="rounded-xl border border-accent bg-card p-4">
      <h2 className="font-bold text-lg leading-tight">
        Joint {index + 1}: {nameOf(joint.a)} and {nameOf(joint.b)}
      </h2>
      <p className="text-soft">
        {describeConnector(connectorNamed(a.connector)!)} and {describeConnector(connectorNamed(b.connector)!)}
      </p>
      <JointDrawing left={a} right={b} outMm={outMm} className="mx-auto my-2 h-24 w-full" />
      {!radio && (
        <Slide
          label="Plug out by"
          value={outMm}
          min={0}
          max={FARTHEST_MM}
          step={0.1}
          words={outMm === 0 ? 'home' : `${outMm.toFixed(1)} mm`}
          onTurn={draw}
          onDone={onDone}
        />
      )}
      <table className="mt-2 w-full text-left text-sm">
        <thead className="text-soft">
          <tr>
            <th className="font-normal">plug</th>
            <th className="font-normal">touches</th>
            <th className="text-right font-normal">steady</th>
          </tr>
        </thead>
        <tbody>
          {(reading?.contacts ?? []).map((c) => (
            <tr key={`${c.plug} ${c.socket}`} className="border-rule border-t">
              <td className="py-1">
                <b className="font-mono">{letterOfRole(c.plugRole ?? undefined)}</b> {c.plug}
              </td>
              <td>
                <b className="font-mono">{letterOfRole(c.socketRole ?? undefined)}</b> {c.socket}
              </td>
              <td className="text-right font-mono">{volts(c.volt)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {reading?.contacts.length === 0 && <p className="mt-1 text-fail">Nothing touches here.</p>}
      <p className="mt-2 text-soft text-sm">
        L left, R right, M microphone, G ground, S signal, B bias, + hot, − cold, V power, D data. Volts stand against
        the ground of the joint.
      </p>
    </section>
  );
}
