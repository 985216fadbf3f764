import { byId, itemAt } from '@/core/algorithms';
import { mustConnector } from '@/core/connectors';
import { type Joint, type Part, type PortRef, type PortSpec, partIn, type Setup } from '@/core/model';
import { classOf } from '../components';

interface End {
  readonly part: Part;
  readonly port: PortSpec;
}

/** A joint with its number, and its two ends: the plug and the socket, or as they are written where neither fits. */
export function jointEnds(
  setup: Setup,
  id: string,
): { readonly joint: Joint; readonly number: number; readonly plug: End; readonly socket: End } {
  const index = setup.joints.findIndex((j) => j.id === id);
  const joint = itemAt(setup.joints, index);
  const end = (ref: PortRef): End => {
    const part = partIn(setup, ref.part);
    return { part, port: byId(classOf(part).ports, ref.port) };
  };
  const [a, b] = [end(joint.a), end(joint.b)];
  const isPlug = ({ port }: End) => {
    const c = mustConnector(port.connector);
    return c.form === 'concentric-plug' || (c.form === 'keyed' && c.gender === 'plug');
  };
  const [plug, socket] = isPlug(b) && !isPlug(a) ? [b, a] : [a, b];
  return { joint, number: index + 1, plug, socket };
}

/** How far the plug is out, and what dirt is on its contacts; none is clean. */
export interface Turned {
  readonly outMm?: number;
  readonly contactOhm?: number | undefined;
}

/** The setup with something different about one joint; what becomes undefined is gone. */
export const withJoint = (setup: Setup, id: string, change: Turned): Setup => ({
  ...setup,
  joints: setup.joints.map((j) => (j.id === id ? without({ ...j, ...change }) : j)),
});

function without({ contactOhm, ...rest }: Omit<Joint, 'contactOhm'> & Turned): Joint {
  return contactOhm === undefined ? rest : { ...rest, contactOhm };
}
