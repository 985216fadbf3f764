'use client';
import { Unplug } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { itemAt } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { apply, otherHoles } from '@/core/change';
import { describeConnector, mustConnector } from '@/core/connectors';
import { figure, ohmText, voltText } from '@/core/format';
import type { PartId, Setup } from '@/core/model';
import { FARTHEST_MM } from '@/core/readings';
import { Button, partName, useCloseUp } from '../components';
import { Slide } from '../setup';
import { JointDrawing } from './joint-drawing';
import { jointEnds, type Turned, withJoint } from './joint-ends';
import { hasAxis } from './joint-glass';
import { letterOfRole } from './role-letter';

interface Props {
  readonly setup: Setup;
  readonly kept: Setup;
  readonly report: Report;
  readonly id: string;
  readonly onTurn: (label: string, setup: Setup) => void;
  readonly onDone: () => void;
  readonly onMove: (label: string, setup: Setup) => void;
}

/** How dirty contacts can be: clean metal, and decades of ohms after it. */
const DIRT_OHM: readonly (number | null)[] = [null, 1, 10, 100, 1e3, 1e4, 1e5, 1e6];

const volts = (v: number | null): string => (v === null ? 'no circuit' : voltText(v));

/** A joint in figures: which contact touches which, what stands there, what stood there open, and how far the plug is in. */
export function JointPanel({ setup, kept, report, id, onTurn, onDone, onMove }: Props) {
  const holes = otherHoles(setup, catalogue, id);
  const parted = apply(setup, catalogue, { do: 'unplug', joint: id });
  const { joint, number, plug, socket } = jointEnds(setup, id);
  const reading = report.joints.find((j) => j.joint === id);
  const closeUp = useCloseUp(kept, id);
  const shapes = [mustConnector(plug.port.connector), mustConnector(socket.port.connector)];
  const radio = plug.port.carries === 'radio';
  const outMm = joint.outMm ?? 0;
  const turn = (label: string, change: Turned) => onTurn(label, withJoint(setup, id, change));
  const dirt = Math.max(
    0,
    DIRT_OHM.findLastIndex((o) => o === null || o <= (joint.contactOhm ?? 0)),
  );
  const dirtOhm = itemAt(DIRT_OHM, dirt);
  const sensed = [report, ...report.also]
    .flatMap((d) => d.inputs)
    .find((i) => i.part === socket.part.id && i.label && (i.senseOhm !== null || i.why === 'open'));
  const probesOf = (end: 'a' | 'b') => closeUp?.probes.filter((p) => p.side === end) ?? [];
  const sideOf = (part: PartId) => (joint.a.part === part ? 'a' : 'b');
  return (
    <section aria-label={`Connection ${number}`} className="rounded-xl border border-accent bg-card p-4">
      <h2 className="font-bold text-lg leading-tight">
        Connection {number}: {partName(plug.part)} and {partName(socket.part)}
      </h2>
      <p className="text-soft">{shapes.map(describeConnector).join(' and ')}</p>
      {!hasAxis(...shapes) && (
        <JointDrawing left={plug.port} right={socket.port} outMm={outMm} className="mx-auto my-2 h-24 w-full" />
      )}
      {!radio && (
        <>
          <Slide
            label="Plug out by"
            value={outMm}
            min={0}
            max={FARTHEST_MM}
            step={0.1}
            words={outMm === 0 ? 'home' : `${figure(outMm, 1)} mm`}
            onTurn={(to) => turn(`Plug of connection ${number} out by ${to} mm`, { outMm: to })}
            onDone={onDone}
          />
          <Slide
            label="Contacts"
            value={dirt}
            min={0}
            max={DIRT_OHM.length - 1}
            step={1}
            words={dirtOhm === null ? 'clean' : `${ohmText(dirtOhm)} of dirt`}
            onTurn={(to) => turn(`Contacts of connection ${number}`, { contactOhm: DIRT_OHM[to] ?? undefined })}
            onDone={onDone}
          />
        </>
      )}
      {parted && (
        <Button className="mt-2" onClick={() => onMove(`Unplug connection ${number}`, parted)}>
          <Unplug size={18} aria-hidden /> Unplug it, and leave both on the table
        </Button>
      )}
      {holes.length > 0 && (
        <fieldset className="mt-1">
          <legend className="text-soft text-sm">Move it to another socket</legend>
          <div className="mt-1 flex max-h-40 flex-wrap gap-1 overflow-y-auto">
            {holes.map((h) => (
              <Button
                key={`${h.part} ${h.port.id}`}
                onClick={() => onMove(`Move connection ${number} to the ${h.port.label}`, h.setup)}
              >
                {h.port.label}
              </Button>
            ))}
          </div>
        </fieldset>
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
      {reading?.loading && (
        <p className="mt-2 text-sm">
          At 1 kHz {ohmText(reading.loading.sourceOhm)} feeds{' '}
          {reading.loading.loadOhm === null ? 'next to no load' : ohmText(reading.loading.loadOhm)}, which takes{' '}
          {figure(Math.abs(reading.loading.lossDb), 1)} dB.
        </p>
      )}
      {sensed && (
        <p className="mt-2 text-sm">
          The sense line of {partName(socket.part)} reads {sensed.senseOhm === null ? 'open' : ohmText(sensed.senseOhm)}
          {sensed.why ? ', so it lists no microphone' : ', and lists it'}.
        </p>
      )}
      {[plug, socket].map(({ part }) => {
        const probes = probesOf(sideOf(part.id));
        if (probes.length === 0) return null;
        return (
          <p key={part.id} className="mt-2 text-sm">
            Pulled apart, {partName(part)} offers{' '}
            {probes
              .map(
                (p) =>
                  `${voltText(p.openVolt)} on ${p.contact} (${figure(Math.abs(p.shortMilliampere), 1)} mA shorted)`,
              )
              .join(', ')}
            .
          </p>
        );
      })}
      <p className="mt-2 text-soft text-sm">
        L left, R right, M microphone, G ground, S signal, B bias, + hot, − cold, V power, D data. Volts stand against
        the ground of the connection.
      </p>
    </section>
  );
}
