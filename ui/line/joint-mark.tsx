'use client';
import { concentricName, connectorNamed, describeConnector } from '@/core/connectors';
import type { Joint, JointId, PartId, PortSpec, Setup } from '@/core/model';
import { classOf } from '../components';
import type { Focus } from './focus';
import { JointDrawing } from './joint-drawing';
import { placeOf } from './part-card';
import type { Box } from './plan-sheet';

interface Props {
  readonly setup: Setup;
  readonly id: JointId;
  /** The part that stands at its left. */
  readonly left: PartId;
  readonly box: Box;
  /** Its contacts are shown with their letters. */
  readonly open: boolean;
  readonly blamed: boolean;
  readonly chosen: boolean;
  readonly onFocus: (focus: Focus) => void;
}

/** The two ports of a connection as the document names them; null while a part of it is gone. */
export function portsOf(setup: Setup, id: JointId): readonly [PortSpec, PortSpec] | null {
  const joint = setup.joints.find((j) => j.id === id);
  const [a, b] = joint ? [joint.a, joint.b].map((end) => portAt(setup, end.part, end.port)) : [];
  return a && b ? [a, b] : null;
}

function portAt(setup: Setup, part: PartId, port: string): PortSpec | undefined {
  const found = setup.parts.find((p) => p.id === part);
  return found && classOf(found).ports.find((p) => p.id === port);
}

/** A connection on its way: its number, plug and socket, and what they are called. */
export function JointMark({ setup, id, left: leftPart, box, open, blamed, chosen, onFocus }: Props) {
  const index = setup.joints.findIndex((j) => j.id === id);
  const joint = setup.joints[index];
  const ports = portsOf(setup, id);
  if (!joint || !ports) return null;
  const [left, right] = joint.a.part === leftPart ? ports : [ports[1], ports[0]];
  const isRadio = left.carries === 'radio';
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={() => onFocus({ on: 'joint', id: joint.id })}
      className={`absolute flex flex-col items-center rounded-lg border ${
        blamed
          ? 'border-fail bg-fail-wash'
          : chosen
            ? 'border-accent bg-accent-wash'
            : 'border-transparent hover:border-accent'
      }`}
      style={placeOf(box)}
    >
      <span
        className={`inline-flex size-6 shrink-0 items-center justify-center rounded-full border font-semibold text-sm ${
          blamed ? 'border-fail bg-fail text-card' : 'border-soft bg-card'
        }`}
      >
        <span className="sr-only">Connection </span>
        {index + 1}
      </span>
      <span className="sr-only">
        {wordsOf(left)} in {wordsOf(right)}
        {blamed ? ', guilty:' : ':'}
      </span>
      <JointDrawing
        left={left}
        right={right}
        outMm={joint.outMm ?? 0}
        plain={!open}
        className={`${isRadio ? 'h-5' : open ? 'h-15' : 'h-7'} w-auto max-w-full rounded bg-card`}
      />
      <span
        className={`rounded bg-card px-0.5 text-[0.75rem] leading-tight ${blamed ? 'font-semibold text-fail' : 'text-soft'}`}
      >
        {socketOf(setup, joint) ?? captionOf(left, right)}
      </span>
    </button>
  );
}

const wordsOf = (port: PortSpec): string => {
  const connector = connectorNamed(port.connector);
  return connector ? describeConnector(connector) : port.label;
};

/** A part with more sockets than this has too many alike: which one is worth more than what kind it is. */
const MANY = 5;

function socketOf(setup: Setup, joint: Joint): string | null {
  for (const end of [joint.a, joint.b]) {
    const found = setup.parts.find((p) => p.id === end.part);
    const ports = found ? classOf(found).ports : [];
    if (ports.length > MANY) return ports.find((p) => p.id === end.port)?.label ?? null;
  }
  return null;
}

/** The fewest words that tell one connection from another: which socket of a part with many, else plug and socket. */
function captionOf(left: PortSpec, right: PortSpec): string {
  const [l, r] = [connectorNamed(left.connector), connectorNamed(right.connector)];
  if (!l || !r || [l, r].some((c) => c.form === 'keyed' && c.family === 'unknown')) return 'not known';
  if (l.form === 'keyed')
    return l.family === 'radio'
      ? 'radio'
      : wordsOf(left)
          .replace(/ (plug|socket)$/, '')
          .replace('three-pin ', '');
  const [plug, socket] = l.form === 'concentric-plug' ? [l, r] : [r, l];
  return `${concentricName(plug)} in ${concentricName(socket)}`;
}
