import { readFileSync } from 'node:fs';
import { buildClasses, type ClassFile, type ClassFiles, classShapes } from '@/core/classes';

const FOLDER = new URL('../catalogue/', import.meta.url);

/** Part classes stand in lists by this order, as people meet them: from what makes sound to what records it. */
const PARTS = [
  'sources',
  'microphones',
  'wireless',
  'leads',
  'adapters',
  'interfaces',
  'listening',
  'controllers',
  'power',
  'devices',
  'unknown',
] as const;

const json = (name: string): unknown => JSON.parse(readFileSync(new URL(name, FOLDER), 'utf8'));
const schema = (name: string): object => Object(json(`schemas/${name}.schema.json`));

const classFile = (name: string): ClassFile => ({ file: `${name}.json`, classes: json(`${name}.json`) });

const SHAPES = classShapes({
  part: schema('part'),
  app: schema('app'),
  cell: schema('cell'),
  fragment: schema('fragment'),
});

/** The catalogue's files as they lie there. */
export const classFiles = (): ClassFiles => ({
  parts: PARTS.map(classFile),
  apps: classFile('apps'),
  cells: classFile('cells'),
  fragments: classFile('fragments'),
});

/** All classes, checked; other files can be put in the place of those that lie there. */
export const readClasses = (files: ClassFiles = classFiles()) => buildClasses(files, SHAPES);
