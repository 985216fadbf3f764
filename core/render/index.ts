export { chance, normal } from './chance';
export { recordingOf } from './record';
export { VOICE_RATE_HZ, voice } from './voice';
