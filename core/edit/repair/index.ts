export { declicked } from './declick';
export { denoised } from './denoise';
export { ridden } from './ride';
