export { buildClasses, type Classes, type ClassFile, type ClassFiles, type ClassSchemas, classShapes } from './build';
export { type ClassProblem, problemText } from './problem';
export { type Answers, fileFor, skeletonOf, type Wire, withClass } from './skeleton';
