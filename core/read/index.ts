// What a document is checked by, as one thing to be loaded late.
export { checkDocument } from '../model';
export { readDocument } from './read';
