import { ASKED, type Asked, REQUESTS } from './asked';
import { TOLD } from './beside';

const SUMMARIES: Readonly<Record<Asked, string>> = {
  check: 'Judge a setup at eight gates: causes, fixes, order of plugging',
  levels: 'Where each knob may stand, and the best setting of all',
  plan: 'Find chains for a job',
  kit: 'The smallest kit for several jobs',
  diagnose: 'What is the matter, and the next thing to try',
  spice: 'The circuit of a setup as a SPICE deck',
  render: 'The recording that a setup would make',
};

/** Fields that every answer has; the document of a plan has a schema of its own. */
const ANSWERS: Readonly<Record<Exclude<Asked, 'render'>, object>> = {
  check: requiring('headline', 'causes', 'mends', 'verdicts', 'channels', 'probes', 'order'),
  levels: requiring('voices', 'now', 'schools', 'windows'),
  plan: { $ref: '#/components/schemas/plan' },
  kit: requiring('chains', 'kits', 'noWay', 'lightestG', 'unfinished'),
  diagnose: requiring('setup', 'noticed', 'said', 'causes', 'next', 'end'),
  spice: requiring('setup', 'nodes', 'deck'),
};

function requiring(...required: readonly string[]): object {
  return { type: 'object', required };
}

const PROBLEM = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    pointer: { type: 'string', description: 'JSON pointer (RFC 6901) to the fault in what was sent' },
  },
} as const;

const REFUSALS = {
  '408': 'The request stalled',
  '413': 'It is too large',
  '415': 'Another kind of content is wanted',
  '422': 'There is a fault in it, at the pointer',
  '429': 'Too many requests: see Retry-After',
  '503': 'Busy, or it took too long or too much: see Retry-After',
} as const;

const refused = Object.fromEntries(
  Object.entries(REFUSALS).map(([status, description]) => [
    status,
    { description, content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/problem' } } } },
  ]),
);

const json = (description: string, schema: object) => ({
  description,
  content: { 'application/json': { schema } },
});

const CODE = { name: 'code', in: 'path', required: true, schema: { type: 'string' } } as const;
const SEALED = {
  required: true,
  content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } },
};
const given = (...required: readonly string[]) => json('The code', requiring(...required));
const over = { '204': { description: 'Done' } };

/** What one device hands to another through the server: sealed parcels, and the figures of a meter. */
const BESIDE_PATHS = {
  '/api/relay': {
    post: {
      operationId: 'leaveParcel',
      summary: 'Leave a parcel that the page has sealed, for ten minutes',
      requestBody: SEALED,
      responses: { '201': given('code', 'seconds'), ...refused },
    },
  },
  '/api/relay/{code}': {
    parameters: [CODE],
    post: {
      operationId: 'takeParcel',
      summary: 'Take it: it is there once',
      responses: {
        '200': { description: 'The parcel, as it was left', content: SEALED.content },
        '410': { description: 'It was taken, or its time is over' },
        ...refused,
      },
    },
  },
  '/api/beside': {
    post: {
      operationId: 'beginBeside',
      summary: "Begin to show another device's meter",
      responses: { '201': given('code'), ...refused },
    },
  },
  '/api/beside/{code}': {
    parameters: [CODE],
    get: {
      operationId: 'followBeside',
      summary: 'Its figures, as server-sent events, until "over"',
      responses: { '200': { description: 'Events', content: { 'text/event-stream': { schema: { type: 'string' } } } } },
    },
    post: {
      operationId: 'tellBeside',
      summary: 'Tell figures; never sound',
      requestBody: { required: true, content: { 'application/json': { schema: TOLD } } },
      responses: { ...over, '410': { description: 'It is over' }, ...refused },
    },
    delete: { operationId: 'endBeside', summary: 'End it, from either side', responses: over },
  },
} as const;

/** The interface over HTTP as OpenAPI 3.1, made from the schemas that requests are checked by. @param schemas of documents, by name */
export function openapi(schemas: Readonly<Record<string, object>>): object {
  const named = Object.fromEntries(Object.entries(schemas).map(([name, schema]) => [name, local(schema, name)]));
  return {
    openapi: '3.1.0',
    info: {
      title: 'Symplex',
      version: '1',
      description: 'The same answers as the page and the command give. Nothing that is sent is kept or logged.',
      license: { name: 'MIT', identifier: 'MIT' },
    },
    servers: [{ url: '/' }],
    security: [],
    paths: {
      ...Object.fromEntries(
        ASKED.map((asked) => [
          `/api/${asked}`,
          {
            post: {
              operationId: asked,
              summary: SUMMARIES[asked],
              requestBody: { required: true, content: { 'application/json': { schema: requestOf(asked) } } },
              responses: {
                '200':
                  asked === 'render'
                    ? {
                        description: 'A WAV',
                        content: { 'audio/wav': { schema: { type: 'string', contentMediaType: 'audio/wav' } } },
                      }
                    : json('The answer', ANSWERS[asked]),
                ...refused,
              },
            },
          },
        ]),
      ),
      '/api/take': {
        post: {
          operationId: 'take',
          summary: 'Measure a recording: lines of {"share"}, last {"take"} or {"problem"}',
          requestBody: {
            required: true,
            content: { 'audio/wav': { schema: { type: 'string', contentMediaType: 'audio/wav' } } },
          },
          responses: {
            '200': {
              description: 'Progress, then the take',
              content: { 'application/x-ndjson': { schema: { type: 'string' } } },
            },
            ...refused,
          },
        },
      },
      ...BESIDE_PATHS,
      '/api/health': {
        get: {
          operationId: 'health',
          summary: 'Whether it is there, and how busy it is',
          responses: { '200': json('It is there', requiring('ok', 'threads', 'waiting', 'done')) },
        },
      },
      '/api/schemas': {
        get: {
          operationId: 'schemas',
          summary: 'JSON Schemas of the documents, by name',
          responses: { '200': json('The schemas', { type: 'object' }) },
        },
      },
      '/api/openapi.json': {
        get: {
          operationId: 'openapi',
          summary: 'This document',
          responses: { '200': json('OpenAPI 3.1', { type: 'object' }) },
        },
      },
    },
    components: { schemas: { ...named, problem: PROBLEM } },
  };
}

/** The request's own schema, its documents told by theirs. */
function requestOf(asked: Asked): object {
  const { properties, ...rest } = REQUESTS[asked];
  const told = Object.entries(properties).map(([name, schema]) => [
    name,
    ['setup', 'job', 'drawer'].includes(name)
      ? { $ref: `#/components/schemas/${name}` }
      : name === 'jobs'
        ? { ...schema, items: { $ref: '#/components/schemas/job' } }
        : schema,
  ]);
  return { ...rest, properties: Object.fromEntries(told) as object };
}

/** A schema file as a component: its references lead to the other components, or into itself. */
function local(schema: object, name: string): object {
  const text = JSON.stringify(schema, (key, value: unknown) => {
    if (key === '$schema' || key === '$id') return undefined;
    if (key !== '$ref' || typeof value !== 'string') return value;
    const [file, inside = ''] = value.split('#');
    const of =
      file === '' || file === undefined ? name : file.replace(/^urn:symplex:/, '').replace(/\.schema\.json$/, '');
    return `#/components/schemas/${of}${inside}`;
  });
  return JSON.parse(text) as object;
}
