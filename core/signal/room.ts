/** Sabine: 24 ln 10 over the speed of sound at 20 C. */
const SABINE = (24 * Math.LN10) / 343;

/** What the room takes of sound, square metres of open window: Sabine's formula. */
export const absorptionM2 = (volumeM3: number, reverbS: number): number => (SABINE * volumeM3) / reverbS;

/**
 * Where the room is as loud as the voice, metres: sqrt(Q A / 16 pi) with the absorption A that Sabine's formula gives for
 * the volume and the reverberation time (0.057 sqrt(Q V / T), any handbook of room acoustics).
 * @param directivity Q of the microphone, as a ratio of powers: 1 round, 3 a cardioid.
 */
export function criticalDistanceM(volumeM3: number, reverbS: number, directivity: number): number {
  return Math.sqrt((directivity * absorptionM2(volumeM3, reverbS)) / (16 * Math.PI));
}

/** The voice itself over what the room adds, decibels; falls 6 dB a doubling of distance. */
export const directOverRoomDb = (distanceM: number, criticalM: number): number =>
  20 * Math.log10(criticalM / distanceM);
