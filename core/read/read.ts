import type { ErrorObject, ValidateFunction } from 'ajv';
import { fail, ok, type Result } from '../circuit';
import { type Catalogue, checkDocument, type Document, type DocumentProblem, FORMAT_VERSION } from '../model';
import { adopted } from './adopt';
import * as validators from './generated/validators';
import { migrated } from './migrate';

/** Letters of the longest text that is read: a desk of five thousand setups, each as large as may be. */
export const LARGEST_TEXT = 250e6;

const VALIDATORS: Readonly<Record<string, ValidateFunction>> = {
  'symplex.setup': validators.setup,
  'symplex.job': validators.job,
  'symplex.drawer': validators.drawer,
  'symplex.entry': validators.entry,
  'symplex.bundle': validators.bundle,
};

/**
 * Read a document from the text of a file: of this version or an older one, in the words of this catalogue.
 * @returns the document when it can be worked with, else its first fault with its JSON pointer.
 * @example
 * const read = readDocument(await file.text(), catalogue);
 * if (!read.ok) show(`at ${read.problem.pointer}: ${read.problem.message}`);
 */
export function readDocument(text: string, catalogue: Catalogue): Result<Document, DocumentProblem> {
  if (text.length > LARGEST_TEXT) {
    return fail({ pointer: '', message: `The file is larger than ${LARGEST_TEXT / 1e6} MB: it is no file of ours.` });
  }
  let data: unknown;
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (e) {
    const reason = e instanceof Error ? e.message : String(e);
    return fail({ pointer: '', message: `This is not JSON: ${clip(reason)}` });
  }
  if (typeof data !== 'object' || data === null || Array.isArray(data)) {
    return fail({ pointer: '', message: 'The file must hold one JSON object with a "format".' });
  }
  const { format, version } = data as { format?: unknown; version?: unknown };
  const validate = typeof format === 'string' && Object.hasOwn(VALIDATORS, format) ? VALIDATORS[format] : null;
  if (!validate) {
    const known = Object.keys(VALIDATORS).join(', ');
    return fail({ pointer: '/format', message: `The format must be one of ${known}.` });
  }
  if (typeof version === 'number' && version > FORMAT_VERSION) {
    return fail({
      pointer: '/version',
      message: `The file is of version ${version}; this Symplex reads up to ${FORMAT_VERSION}. Use a newer Symplex.`,
    });
  }
  const today = migrated(data);
  if (!validate(today)) return fail(firstFault(validate.errors?.[0]));
  const document = adopted(today as Document, catalogue);
  const wrong = checkDocument(document, catalogue);
  return wrong ? fail(wrong) : ok(document);
}

export function firstFault(error: ErrorObject | undefined): DocumentProblem {
  if (!error) return { pointer: '', message: 'The file does not have the shape of its format.' };
  const { instancePath, keyword, params, message } = error;
  const detail: Record<string, string> = {
    additionalProperties: `"${clip(String(params['additionalProperty']))}" does not belong here`,
    required: `"${params['missingProperty']}" is missing`,
    const: `must be ${JSON.stringify(params['allowedValue'])}`,
    enum: `must be one of ${Array.isArray(params['allowedValues']) ? params['allowedValues'].join(', ') : ''}`,
    pattern: 'may hold letters, digits, . - and _ only, 64 at most, and starts with a letter or digit',
    propertyNames: `"${clip(String(params['propertyName']))}" is not a name that can be used here`,
  };
  return { pointer: instancePath, message: `${detail[keyword] ?? message ?? keyword}.` };
}

const clip = (text: string) => (text.length > 80 ? `${text.slice(0, 77)}...` : text);
