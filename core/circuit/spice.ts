import { atKey } from '../algorithms';
import { GROUND, type Netlist } from './netlist';

/** Open-loop gain that stands for the ideal amplifier in the deck; -180 dB of error. */
const AMPLIFIER_GAIN = 1e9;

/** What a deck asks for: the operating point, a sweep, or both. */
export interface DeckAnalyses {
  /** Frequencies for one AC analysis each, in hertz. */
  readonly frequenciesHz: readonly number[];
}

export interface Deck {
  readonly text: string;
  /** SPICE node number of each netlist node: names may hold what SPICE does not accept. */
  readonly nodeNumber: ReadonlyMap<string, number>;
}

/**
 * Write a netlist as a SPICE deck. Node names become numbers, explained in comments; element order is kept, so equal
 * netlists give equal bytes.
 */
export function writeSpice(netlist: Netlist, analyses: DeckAnalyses): Deck {
  const nodeNumber = new Map<string, number>([[GROUND, 0]]);
  const n = (node: string): number => {
    if (!nodeNumber.has(node)) nodeNumber.set(node, nodeNumber.size);
    return atKey(nodeNumber, node);
  };
  const number = (x: number) => x.toExponential(12);
  const sourceName = new Map<string, string>();
  netlist.elements.forEach((e, i) => {
    if (e.kind === 'voltage') sourceName.set(e.name, `V${i}`);
  });
  const lines: string[] = [`* ${oneLine(netlist.title)}`];
  netlist.elements.forEach((e, i) => {
    lines.push(`* ${oneLine(e.name)}`);
    switch (e.kind) {
      case 'resistor':
        lines.push(`R${i} ${n(e.a)} ${n(e.b)} ${number(e.ohm)}`);
        break;
      case 'capacitor':
        lines.push(`C${i} ${n(e.a)} ${n(e.b)} ${number(e.farad)}`);
        break;
      case 'inductor':
        lines.push(`L${i} ${n(e.a)} ${n(e.b)} ${number(e.henry)}`);
        break;
      case 'voltage':
        lines.push(`V${i} ${n(e.p)} ${n(e.n)} DC ${number(e.dc)} AC ${number(e.ac)}`);
        break;
      case 'current':
        lines.push(`I${i} ${n(e.p)} ${n(e.n)} DC ${number(e.dc)} AC ${number(e.ac)}`);
        break;
      case 'vcvs':
        lines.push(`E${i} ${n(e.p)} ${n(e.n)} ${n(e.cp)} ${n(e.cn)} ${number(e.gain)}`);
        break;
      case 'vccs':
        lines.push(`G${i} ${n(e.p)} ${n(e.n)} ${n(e.cp)} ${n(e.cn)} ${number(e.siemens)}`);
        break;
      case 'cccs':
        lines.push(`F${i} ${n(e.p)} ${n(e.n)} ${sourceName.get(e.control)} ${number(e.gain)}`);
        break;
      case 'ccvs':
        lines.push(`H${i} ${n(e.p)} ${n(e.n)} ${sourceName.get(e.control)} ${number(e.ohm)}`);
        break;
      case 'transformer': {
        // A voltage source of 0 V in the primary measures its current for the secondary.
        const inner = n(`${e.name} primary`);
        lines.push(`VT${i} ${n(e.p1)} ${inner} DC 0 AC 0`);
        lines.push(`ET${i} ${inner} ${n(e.n1)} ${n(e.p2)} ${n(e.n2)} ${number(e.turns)}`);
        lines.push(`FT${i} ${n(e.n2)} ${n(e.p2)} VT${i} ${number(e.turns)}`);
        break;
      }
      case 'amplifier':
        lines.push(`E${i} ${n(e.out)} 0 ${n(e.inP)} ${n(e.inN)} ${number(AMPLIFIER_GAIN)}`);
        break;
    }
  });
  for (const [node, k] of nodeNumber) lines.push(`* node ${k} = ${oneLine(node)}`);
  lines.push('.options reltol=1e-9 abstol=1e-18 vntol=1e-15 gmin=1e-18', '.control', 'set numdgt=15', 'op');
  const names = [...nodeNumber.values()].filter((k) => k > 0).map((k) => `v(${k})`);
  lines.push(`print ${names.join(' ')}`);
  for (const f of analyses.frequenciesHz) {
    lines.push(`ac lin 1 ${number(f)} ${number(f)}`, `print ${names.join(' ')}`);
  }
  lines.push('quit', '.endc', '.end', '');
  return { text: lines.join('\n'), nodeNumber };
}

/** Names come from files: a line break in one must not become a line of the deck. */
const oneLine = (text: string) => text.replace(/[\r\n\p{Cc}]+/gu, ' ');
