/** Boltzmann's constant, joule a kelvin (SI, 2019). */
export const BOLTZMANN = 1.380649e-23;
/** 20 C. */
export const ROOM_KELVIN = 293.15;

/** RMS volts of thermal noise, sqrt(4 k T R B): 150 ohm in 20 kHz at 20 C are -130.9 dBu. */
export const thermalVolt = (ohm: number, bandHz: number): number =>
  Math.sqrt(4 * BOLTZMANN * ROOM_KELVIN * ohm * bandHz);

/** The bandwidth that noise figures of amplifiers are given for, and the source that they are measured with (IEC 60268-3, from memory). */
export const NOISE_BANDWIDTH_HZ = 20_000;
const RATED_SOURCE_OHM = 150;

/**
 * What an amplifier adds by itself, as volts squared at its input: its noise figure is told with a source of 150 ohm, whose
 * own noise is in it. A figure below that of 150 ohm alone can only be one told without a source.
 * @param einVolt RMS volts over 20 kHz.
 */
export function ownNoisePower(einVolt: number): number {
  const told = einVolt ** 2;
  const source = thermalVolt(RATED_SOURCE_OHM, NOISE_BANDWIDTH_HZ) ** 2;
  return told > source ? told - source : told;
}
