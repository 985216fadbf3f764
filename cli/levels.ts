import { catalogue } from '@/catalogue';
import { levelsAnswer } from '@/core/answer';
import { mustAssess } from '@/core/assess';
import { figure } from '@/core/format';
import { nameOf } from '@/core/gates';
import type { PartId, Setup } from '@/core/model';
import { FAILED, PASSED, printable } from './outcome';

/** `symplex levels`: where every gain may stand, the best setting of all and both schools, and how loud a voice may be. */
export function levelsCommand(setup: Setup, json: boolean): number {
  const { voices, schools, windows, now } = levelsAnswer(setup, catalogue);
  if (json) {
    process.stdout.write(`${JSON.stringify({ voices, now, schools, windows }, null, 2)}\n`);
    return schools ? PASSED : FAILED;
  }
  const { compiled } = mustAssess(setup, catalogue).readings;
  const at = (s: Setup | undefined, part: PartId, knob: string): string => {
    const position = s?.parts.find((p) => p.id === part)?.knobs?.[knob];
    return position === undefined ? '' : String(position);
  };
  const lines = [setup.name, '', 'knob, holds from to: best, source hot, source low'];
  for (const w of windows) {
    if (!w.matters) continue;
    const range = w.holds ? `${w.holds[0]} to ${w.holds[1]} dB` : 'nowhere';
    const marks = [schools?.best, schools?.sourceHot, schools?.deviceHot].map((s) => at(s?.setup, w.part, w.knob));
    lines.push(`${nameOf(compiled, w.part)}, ${w.knob}, ${range}: ${marks.join(', ')}`);
  }
  if (schools) {
    const figures = {
      'as it stands': now,
      best: schools.best.figures,
      'source hot': schools.sourceHot.figures,
      'source low': schools.deviceHot.figures,
    };
    lines.push('', 'voice over noise dB(A), spare dB, peaks dBFS');
    for (const [name, f] of Object.entries(figures)) {
      if (f)
        lines.push(
          `${name}: ${f.snrDb === null ? '?' : figure(f.snrDb, 1)}, ${figure(f.spareDb, 1)}, ${figure(f.peakDbfs, 1)}`,
        );
    }
  }
  lines.push('', 'voice, dB SPL at 1 m: quietest clean, now, loudest');
  for (const v of voices) {
    lines.push(
      `${v.name}: ${v.quietestSpl === null ? 'does not arrive' : figure(v.quietestSpl)}, ${v.nowSpl}, ${v.loudestSpl === null ? '-' : figure(v.loudestSpl)}`,
    );
  }
  process.stdout.write(`${lines.map(printable).join('\n')}\n`);
  return schools ? PASSED : FAILED;
}
