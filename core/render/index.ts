export { chance, normal } from './chance';
export { type EarSound, earOf } from './ear';
export { recordingOf } from './record';
export { VOICE_RATE_HZ, voice } from './voice';
