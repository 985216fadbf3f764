import type { Change } from '../../change';
import { diagnosisText } from '../../format';
import { type Catalogue, classIn, givesPhantom, type PartId, type Setup } from '../../model';
import type { Signs } from '../signs';

export interface ProbeAnswer {
  readonly value: string;
  readonly label: string;
}

/** Something to look at, ask, do or try, and what can be answered. */
export interface Probe {
  readonly id: string;
  readonly question: string;
  readonly answers: readonly ProbeAnswer[];
  readonly seconds: number;
  readonly joint: string | null;
  readonly part: PartId | null;
  readonly care: readonly string[];
  readonly tells: Tells;
}

/** What an answer tells of: a sign as it is; whether some of the suspects are so; what is right after an act. */
export type Tells =
  | { readonly by: 'sign'; readonly sign: string }
  /** A look finds a suspect that is so this often, and is then answered so; `none` where it finds nothing. */
  | { readonly by: 'look'; readonly finds: ReadonlyMap<string, Find>; readonly none: string }
  /** An act puts suspects right; what else is so stays. */
  | { readonly by: 'cure'; readonly cures: ReadonlySet<string>; readonly what: string }
  /** What mends the setup where nothing is wrong with it but how it is drawn; its signs after that. */
  | { readonly by: 'mend'; readonly setup: Setup; readonly after: Signs; readonly what: string }
  /** An act by which the setup is another for a while. */
  | { readonly by: 'try'; readonly change: Change };

export interface Find {
  readonly chance: number;
  readonly answer: string;
}

export const YES_NO: readonly ProbeAnswer[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
];
/** Answered with yes or no, at no place of its own. */
export const PLAIN = { answers: YES_NO, joint: null, part: null, care: [] } as const;

/** What kind of suspect a key names. */
export const firstWord = (key: string): string => key.split(' ')[0]!;

/** The usual care before plugs are touched. */
export function careAt(setup: Setup, catalogue: Catalogue): readonly string[] {
  const phantom = setup.parts.some((p) => givesPhantom(p, classIn(catalogue, p.class)));
  const ears = setup.parts.some((p) => classIn(catalogue, p.class).circuit.some((e) => e.is === 'driver'));
  return [...(phantom ? [diagnosisText('care.phantom', {})] : []), ...(ears ? [diagnosisText('care.ears', {})] : [])];
}
