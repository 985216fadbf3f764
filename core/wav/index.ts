export { type Bytes, bytesOf, bytesOfBlob } from './bytes';
export { readWav, type SoundRead } from './read-wav';
export { type Sound, soundOf, wholeOf } from './sound';
export { wavHeader, wavSamples, writeWav } from './write-wav';
