import type { Readings } from '../readings';
import { dbText, nameOf } from './say';
import { finding, unknown, type Verdict, verdict } from './verdict';

/** Under this the hiss is heard between words; est. */
const LEAST_SNR_DB = 30;
const COMFORT_DB = 15;

/** How far is the voice above the electrical noise? (Hum and room come with later work and are not in this number.) */
export function cleanGate(readings: Readings): Verdict {
  const { compiled, channels, lines } = readings;
  const findings = (lines.some((l) => l.arrives) ? channels : [])
    .filter((c) => Number.isFinite(c.snrDb))
    .map((c) => {
      const worst = c.noise.shares[0];
      const from = `${nameOf(compiled, worst.part)} (${worst.what})`;
      return finding(
        {
          value: c.snrDb,
          limit: LEAST_SNR_DB,
          unit: 'dB(A)',
          room: (c.snrDb - LEAST_SNR_DB) / COMFORT_DB,
          brief: `voice ${dbText(c.snrDb)}`,
          part: worst.part,
          lane: 'signal',
        },
        {
          good: `The voice stands ${c.snrDb.toFixed(0)} dB(A) above the noise; most of what is left comes from ${from}.`,
          bad: `Hiss: the voice stands only ${c.snrDb.toFixed(0)} dB(A) above the noise, most of it from ${from}. Bring the microphone closer, or take more gain before it.`,
        },
      );
    });
  if (findings.length === 0) {
    return verdict('clean', [
      unknown('after Wired', 'Noise is judged once the signal reaches an input: mend Wired first.', 'signal'),
    ]);
  }
  return verdict('clean', findings);
}
