import { mustAssess } from '../assess';
import { type Mend, mends } from '../mend';
import { type Catalogue, classIn, type Drawer, partIn, phantomSources, type Setup } from '../model';
import { fixProbe, type Probe, probesOf } from './probes';
import { kindOf, type Signs, signsOf } from './signs';
import { Bench, type Seen, type Suspect, singles, suspectsOf } from './suspects';

/** So long a fix of what is drawn is looked for. */
const MOST_STEPS = 400;

/** All that was worked out beforehand for one setup. Faults, and their signs, are worked out once. */
export class Hunt {
  readonly bench: Bench;
  readonly suspects: readonly Suspect[];
  readonly drawn: Signs;
  probes: readonly Probe[];
  /** What nobody would notice as a fault: how it looks as drawn; of what fails as drawn, only which side a voice is on. */
  readonly usual: Signs;
  /** Whether the setup fails at a gate as it is drawn. */
  readonly isIll: boolean;
  readonly harms: boolean;

  constructor(
    readonly setup: Setup,
    readonly catalogue: Catalogue,
    readonly drawer: Drawer | null,
    seen: readonly Seen[] = [],
  ) {
    this.bench = new Bench(setup, catalogue);
    this.suspects = suspectsOf(setup, catalogue, drawer, seen);
    const drawn = this.bench.seeming([])!;
    this.drawn = drawn.signs;
    this.harms = drawn.harms;
    this.isIll = this.bench.drawn.verdicts.some((v) => v.status === 'fail');
    this.usual = this.isIll ? new Map([...this.drawn].filter(([sign]) => kindOf(sign) === 'sides')) : this.drawn;
    this.probes = probesOf(setup, catalogue, drawer, this.suspects, this.drawn);
  }

  /** Works out what each fault would show; yields how many of how many are done. */
  *ready(): Generator<{ readonly done: number; readonly of: number }> {
    if (this.isReady) return;
    const all = singles(this.suspects);
    for (const [i, h] of all.entries()) {
      this.bench.seeming(h.faults);
      yield { done: i + 1, of: all.length };
    }
    this.isReady = true;
  }
  private isReady = false;

  /**
   * Of a setup that fails as it is drawn, looks for what mends it, and has it among what can be tried; yields while it looks.
   */
  *fixed(): Generator<{ readonly done: number; readonly of: number }> {
    if (!this.isIll || this.probes.some((p) => p.tells.by === 'mend')) return;
    let best: Mend | undefined;
    let steps = 0;
    for (const { mends: found } of mends(this.setup, this.drawer, this.catalogue)) {
      [best] = found;
      steps += 1;
      yield { done: steps, of: MOST_STEPS };
      if (steps >= MOST_STEPS || best?.leaves.length === 0) break;
    }
    if (!best) return;
    const assessed = mustAssess(best.setup, this.catalogue);
    this.probes = [...this.probes, fixProbe(best, signsOf(assessed, best.setup, this.bench.meant, []))];
  }

  /** Does a suspect's knob switch phantom power? */
  isPhantom({ part, key }: Suspect): boolean {
    if (part === null) return false;
    const own = partIn(this.setup, part);
    const knob = key.split(' ')[2];
    return phantomSources(own, classIn(this.catalogue, own.class)).some((s) => s.knob === knob);
  }
}
