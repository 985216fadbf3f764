export { declicked, MOST_GAP_S } from './declick';
export { denoised } from './denoise';
export { ridden } from './ride';
