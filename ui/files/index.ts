export { FilesScreen } from './files-screen';
