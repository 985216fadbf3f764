/** The reference node of every netlist. */
export const GROUND = '0';

/** The name of a node: a plain string passes as one, the id of something else does not. */
export type NodeName = string & { readonly idOf?: 'node' };

interface Named {
  readonly name: string;
}

/** The value an independent source has at DC and its amplitude (phase 0) at every frequency above. */
interface Drive {
  readonly dc: number;
  readonly ac: number;
}

interface TwoTerminal extends Named {
  readonly a: NodeName;
  readonly b: NodeName;
}

/** Output from p to n, as in SPICE: current flows inside the source from p to n. */
interface Port extends Named {
  readonly p: NodeName;
  readonly n: NodeName;
}

export type Element =
  | (TwoTerminal & { readonly kind: 'resistor'; readonly ohm: number })
  | (TwoTerminal & { readonly kind: 'capacitor'; readonly farad: number })
  | (TwoTerminal & { readonly kind: 'inductor'; readonly henry: number })
  | (Port & Drive & { readonly kind: 'voltage' })
  | (Port & Drive & { readonly kind: 'current' })
  | (Port & { readonly kind: 'vcvs'; readonly cp: NodeName; readonly cn: NodeName; readonly gain: number })
  | (Port & { readonly kind: 'vccs'; readonly cp: NodeName; readonly cn: NodeName; readonly siemens: number })
  | (Port & { readonly kind: 'cccs'; readonly control: string; readonly gain: number })
  | (Port & { readonly kind: 'ccvs'; readonly control: string; readonly ohm: number })
  /** Ideal, v(p1,n1) = turns * v(p2,n2); passes DC as mathematics does, so give a real one its inductance. */
  | (Named & {
      readonly kind: 'transformer';
      readonly p1: NodeName;
      readonly n1: NodeName;
      readonly p2: NodeName;
      readonly n2: NodeName;
      readonly turns: number;
    })
  /** Ideal amplifier: no input current, v(inP) = v(inN), whatever current it takes at out (returned at ground). */
  | (Named & { readonly kind: 'amplifier'; readonly inP: NodeName; readonly inN: NodeName; readonly out: NodeName });

export type ElementKind = Element['kind'];

export interface Netlist {
  readonly title: string;
  readonly elements: readonly Element[];
}

/** Why a netlist has no answer, with the place. `where` is a node or an element of the netlist. */
export interface CircuitProblem {
  readonly kind: 'bad-value' | 'duplicate-name' | 'unknown-control' | 'floating-node' | 'singular';
  readonly where: string;
  readonly message: string;
}

export type Result<T, P = CircuitProblem> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problem: P };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const fail = <P>(problem: P): { readonly ok: false; readonly problem: P } => ({ ok: false, problem });

/** Every node an element touches, control nodes included. */
export function nodesOf(e: Element): readonly NodeName[] {
  switch (e.kind) {
    case 'resistor':
    case 'capacitor':
    case 'inductor':
      return [e.a, e.b];
    case 'voltage':
    case 'current':
    case 'cccs':
    case 'ccvs':
      return [e.p, e.n];
    case 'vcvs':
    case 'vccs':
      return [e.p, e.n, e.cp, e.cn];
    case 'transformer':
      return [e.p1, e.n1, e.p2, e.n2];
    case 'amplifier':
      return [e.inP, e.inN, e.out];
  }
}
