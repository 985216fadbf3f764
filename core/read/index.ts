// What a document is read and checked by, as one thing to be loaded late.
export { checkDocument } from '../model';
export { adopted } from './adopt';
export { ARCHIVE_VERSION, type Archive, DOCUMENTS, MANIFEST, readArchive, readUsual } from './archive';
export { migrated } from './migrate';
export { firstFault, LARGEST_TEXT, readDocument } from './read';
