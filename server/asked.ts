import Ajv, { type ErrorObject, type ValidateFunction } from 'ajv';
import { atKey } from '@/core/algorithms';

/** What can be asked for by one document in and one out. */
export const ASKED = ['check', 'levels', 'plan', 'kit', 'diagnose', 'spice', 'render'] as const;
export type Asked = (typeof ASKED)[number];

// Documents are looked at by their own schemas, once those of an older form were brought to today's.
const DOCUMENT = { type: 'object' } as const;
const TEXTS = { type: 'array', items: { type: 'string', maxLength: 500 }, maxItems: 200 } as const;
const WITH = {
  type: 'array',
  maxItems: 3,
  items: { type: 'string', maxLength: 120 },
  description: 'What must take part: a class, the id or name of an owned part, or a sort such as "wireless"',
} as const;

interface RequestSchema {
  readonly type: 'object';
  readonly required: readonly string[];
  readonly additionalProperties: false;
  readonly properties: Readonly<Record<string, object>>;
}

const asking = (required: readonly string[], properties: Readonly<Record<string, object>>): RequestSchema => ({
  type: 'object',
  required,
  additionalProperties: false,
  properties,
});

/** The form of each request, as JSON Schema: what is checked, and what openapi.json tells. */
export const REQUESTS: Readonly<Record<Asked, RequestSchema>> = {
  check: asking(['setup'], {
    setup: DOCUMENT,
    drawer: DOCUMENT,
    fixes: {
      type: 'boolean',
      description: 'Whether causes and fixes are searched for, which takes longest; true unless said',
    },
  }),
  levels: asking(['setup'], { setup: DOCUMENT }),
  plan: asking(['job'], { job: DOCUMENT, drawer: DOCUMENT, with: WITH, whyNot: { type: 'string', maxLength: 120 } }),
  kit: asking(['jobs'], {
    jobs: { type: 'array', items: DOCUMENT, minItems: 1, maxItems: 12 },
    drawer: DOCUMENT,
    atOnce: TEXTS,
    mostG: { type: 'number', exclusiveMinimum: 0 },
  }),
  diagnose: asking(['setup', 'noticed'], {
    setup: DOCUMENT,
    drawer: DOCUMENT,
    noticed: { ...TEXTS, minItems: 1, description: 'What is seen and heard, in words' },
    answers: { ...TEXTS, description: 'PROBE=ANSWER, in the order they were given' },
  }),
  spice: asking(['setup'], { setup: DOCUMENT }),
  render: asking(['setup'], { setup: DOCUMENT, seconds: { type: 'number', minimum: 1, maximum: 60 } }),
};

let compiled: ReadonlyMap<Asked, ValidateFunction> | null = null;

/** The first fault of a request's form; null where it has none. Its documents are checked by whoever reads them. */
export function faultOf(asked: Asked, body: unknown): ErrorObject | null {
  if (!compiled) {
    const ajv = new Ajv({ strict: true });
    compiled = new Map(ASKED.map((a) => [a, ajv.compile(REQUESTS[a])]));
  }
  const validate = atKey(compiled, asked);
  return validate(body) ? null : (validate.errors?.[0] ?? null);
}
