export { type Curve, curveOf } from './curve';
export { dbu, pascal, peakDbu, SILENCE_DBU, SINE_CREST_DB, splAt, VOICE_CREST_DB, voltOf } from './level';
export {
  type Noise,
  type NoiseShare,
  noiseAcross,
  noiseAt,
  transfersTo,
} from './noise';
export { isAlive, type OperatingPoint, operatingPoint, touchNodes } from './operating';
export { nearestE24, type Pad, type PadForm, type PadResult, type PadWish, padFor, type Resistor } from './pad';
export {
  type Bands,
  type Feed,
  inBand,
  playbackKey,
  type Responses,
  responseAt1k,
  solvableIn,
  solveResponses,
  voiceVolt,
} from './response';
export { absorptionM2, criticalDistanceM, directOverRoomDb } from './room';
export { aWeightingDb, BAND_1K, bandwidthHz, SPEECH_SHARES, THIRD_OCTAVES_HZ } from './spectrum';
export { voicedNetlist } from './voiced';
