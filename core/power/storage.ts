/** Minutes of sound that fit, uncompressed: rate times channels times bytes, nothing else of any size in a WAV. */
export const wavMinutes = (gigabytes: number, rateHz: number, bits: number, channels: number): number =>
  (gigabytes * 1e9) / (rateHz * channels * (bits / 8)) / 60;

/** Minutes of video that fit at a data rate, sound included. */
export const videoMinutes = (gigabytes: number, megabitsPerSecond: number): number =>
  (gigabytes * 8e3) / megabitsPerSecond / 60;
