import Ajv, { type ErrorObject, type ValidateFunction } from 'ajv';
import { fail, ok, type Result } from '../circuit';
import type { AppClass, CellClass, PartClass } from '../model';
import { faultsOfPart } from './check-part';
import { expanded, type Fragment } from './fragments';
import type { ClassProblem, Fault } from './problem';

/** What lies in the catalogue's files, as parsed: a list of classes each. */
export interface ClassFiles {
  readonly parts: readonly ClassFile[];
  readonly apps: ClassFile;
  readonly cells: ClassFile;
  readonly fragments: ClassFile;
}

export interface ClassFile {
  readonly file: string;
  readonly classes: unknown;
}

export interface ClassSchemas {
  readonly part: object;
  readonly app: object;
  readonly cell: object;
  readonly fragment: object;
}

export interface Classes {
  readonly parts: readonly PartClass[];
  readonly apps: readonly AppClass[];
  readonly cells: readonly CellClass[];
}

/** What tells the shape of a class, one for each kind of file. */
export interface ClassShapes {
  readonly part: ValidateFunction<PartClass>;
  readonly app: ValidateFunction<AppClass>;
  readonly cell: ValidateFunction<CellClass>;
  readonly fragment: ValidateFunction<Fragment>;
}

/** @throws where a schema is none. */
export function classShapes(schemas: ClassSchemas): ClassShapes {
  const ajv = new Ajv({ strict: true, allowUnionTypes: true, discriminator: true });
  return {
    part: ajv.compile<PartClass>(schemas.part),
    app: ajv.compile<AppClass>(schemas.app),
    cell: ajv.compile<CellClass>(schemas.cell),
    fragment: ajv.compile<Fragment>(schemas.fragment),
  };
}

/**
 * The classes of the catalogue, checked: by their schemas, then by what no schema can say.
 * @returns all classes in the order of the files, or everything that is wrong, each with file, class and field.
 */
export function buildClasses(files: ClassFiles, shapes: ClassShapes): Result<Classes, readonly ClassProblem[]> {
  const problems: ClassProblem[] = [];
  const fragments = new Map<string, Fragment>();
  const read = <T extends { readonly id: string }>(
    list: ClassFile,
    validate: ValidateFunction<T>,
  ): readonly Read<T>[] => {
    const { file, classes } = list;
    if (!Array.isArray(classes)) {
      problems.push({ file, class: '(none)', field: '', message: 'The file must hold a list of classes.' });
      return [];
    }
    return classes.flatMap((written: unknown, i): readonly Read<T>[] => {
      const { data, faults } = expanded(written, fragments);
      if (faults.length > 0) {
        problems.push(...faults.map((f) => ({ file, class: idOf(written, i), ...f })));
        return [];
      }
      if (validate(data)) return [{ file, read: data }];
      problems.push({ file, class: idOf(data, i), ...shapeFault(validate.errors?.[0]) });
      return [];
    });
  };
  for (const { read: f } of read(files.fragments, shapes.fragment)) fragments.set(f.id, f);
  const parts = files.parts.flatMap((f) => read(f, shapes.part));
  const apps = read(files.apps, shapes.app);
  const cells = read(files.cells, shapes.cell);
  const cellClasses = cells.map((c) => c.read);
  for (const { file, read: c } of parts) {
    for (const fault of faultsOfPart(c, cellClasses)) problems.push({ file, class: c.id, ...fault });
  }
  for (const all of [parts, apps, cells]) problems.push(...twice(all));
  if (problems.length > 0) return fail(problems);
  return ok({ parts: parts.map((p) => p.read), apps: apps.map((a) => a.read), cells: cellClasses });
}

interface Read<T> {
  readonly file: string;
  readonly read: T;
}

const idOf = (data: unknown, i: number): string =>
  typeof data === 'object' && data !== null && 'id' in data && typeof data.id === 'string' ? data.id : `class ${i + 1}`;

/** Ids and names are used once in all files: a person tells classes by their names. */
function twice(all: readonly Read<{ readonly id: string; readonly name: string }>[]): readonly ClassProblem[] {
  return (['id', 'name'] as const).flatMap((field) => {
    const first = new Map<string, string>();
    return all.flatMap(({ file, read }) => {
      const before = first.get(read[field]);
      if (before === undefined) first.set(read[field], file);
      return before === undefined
        ? []
        : [{ file, class: read.id, field: `/${field}`, message: `"${read[field]}" is there already, in ${before}.` }];
    });
  });
}

function shapeFault(error: ErrorObject | undefined): Fault {
  if (!error) return { field: '', message: 'It has not the shape of a class.' };
  const { instancePath, schemaPath, keyword, params, message } = error;
  if (schemaPath.includes('quantity')) {
    return { field: instancePath, message: 'It must name a value, or knob:ID: every number has its provenance.' };
  }
  const told: Readonly<Record<string, string>> = {
    additionalProperties: `"${params['additionalProperty']}" does not belong here`,
    required: `"${params['missingProperty']}" is missing`,
    enum: `must be one of ${Array.isArray(params['allowedValues']) ? params['allowedValues'].join(', ') : ''}`,
    const: `must be ${JSON.stringify(params['allowedValue'])}`,
    discriminator: `there is no kind "${params['tagValue']}"`,
  };
  return { field: instancePath, message: `${told[keyword] ?? message ?? keyword}.` };
}
