import { z } from 'zod';
import { workLine } from './imports/targets';
import { isMadeApart, OBJECTS } from './registry';
import { fieldsOf, isPlain, type ObjectKind } from './shared/object';
import { incomingAsk } from './work/mails';

type Json = Readonly<Record<string, unknown>>;

/** The JSON Schema (2020-12) of what is sent to make or save an object. */
export function jsonSchemaOf(kind: ObjectKind): Json {
  const { $schema: _dialect, ...schema } = z.toJSONSchema(kind.schema, {
    io: 'input',
    unrepresentable: 'any',
  });
  return schema;
}

const problem: Json = {
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/problem' } } },
};
const tag: Json = {
  ETag: { description: 'The version, for If-Match and If-None-Match', schema: { type: 'string' } },
};
const FAILURES: Readonly<Record<string, string>> = {
  '401': 'No key, none that works any more, or not signed in',
  '404': 'Not there, or not to be seen',
  '409': 'Somebody else was there first, or it is in use; the facts say what',
  '412': 'It is no longer as it was at the tag of If-Match; the facts say what changed',
  '422': 'What was sent is not right; every problem with its field',
  '428': 'A change has to say what it was made on: If-Match, or the version in the body',
};

const failures = (...codes: string[]): Json =>
  Object.fromEntries(codes.map((c) => [c, { description: FAILURES[c], ...problem }]));
const answer = (description: string, schema: Json, headers?: Json): Json => ({
  '200': { description, content: { 'application/json': { schema } }, ...(headers ? { headers } : {}) },
});

const asked = (name: string, schema: Json, description?: string): Json => ({
  name,
  in: 'query',
  schema,
  ...(description ? { description } : {}),
});
const header = (name: string, description: string): Json => ({
  name,
  in: 'header',
  description,
  schema: { type: 'string' },
});
const body = (schema: Json): Json => ({ required: true, content: { 'application/json': { schema } } });
const version: Json = { type: 'integer', minimum: 1 };
const ifMatch = header('If-Match', 'The tag that the change was made on; or the version in the body');

/** Plain fields that a list can be filtered by. */
function filtersOf(kind: ObjectKind): Json[] {
  return fieldsOf(kind)
    .filter((f) => isPlain(f.form))
    .map((f) =>
      asked(
        f.name,
        { type: f.form === 'number' ? 'number' : f.form === 'yes' ? 'boolean' : 'string' },
        'Only those that have this; empty for those that have none',
      ),
    );
}

function pathsOf(kind: ObjectKind): Record<string, Json> {
  const value = { $ref: `#/components/schemas/${kind.name}` };
  const kept: Json = {
    allOf: [value],
    type: 'object',
    properties: { id: { type: 'string' }, version, archivedAt: { type: ['string', 'null'] } },
  };
  const listed: Json = {
    type: 'object',
    properties: { rows: { type: 'array', items: kept }, total: { type: 'integer' } },
  };
  const enveloped = (more: Json, required: string[]): Json => ({
    type: 'object',
    properties: { ...more, value },
    required: [...required, 'value'],
  });
  const id: Json = { name: 'id', in: 'path', required: true, schema: { type: 'string' } };
  const make = {
    summary: `Make one of ${kind.name}`,
    requestBody: body(enveloped({ id: { type: 'string' } }, [])),
    responses: { ...answer('As it is kept', kept, tag), ...failures('401', '404', '409', '422') },
  };
  const putAway = {
    summary: `Put one of ${kind.name} away, or take it back`,
    parameters: [ifMatch],
    requestBody: body({
      type: 'object',
      properties: { version, archived: { type: 'boolean' } },
      required: ['archived'],
    }),
    responses: {
      ...answer('As it is kept', kept, tag),
      ...failures('401', '404', '409', '412', '422', '428'),
    },
  };
  return {
    [`/api/objects/${kind.name}`]: {
      get: {
        summary: `List ${kind.name}; any plain field filters`,
        parameters: [
          asked('search', { type: 'string' }),
          asked('sort', { type: 'string' }, 'A plain field; with a minus before it, backwards'),
          asked('archived', { type: 'boolean' }),
          asked('page', { type: 'integer', minimum: 0 }),
          asked('pageSize', { type: 'integer', minimum: 1, maximum: 500 }),
          asked('format', { type: 'string', enum: ['json', 'csv'] }),
          ...filtersOf(kind),
        ],
        responses: { ...answer('A page', listed), ...failures('401', '404', '422') },
      },
      ...(isMadeApart(kind.name) ? {} : { post: make }),
    },
    [`/api/objects/${kind.name}/{id}`]: {
      parameters: [id],
      get: {
        summary: `Read one of ${kind.name}`,
        parameters: [
          asked('with', { type: 'string', enum: ['history', 'uses'] }),
          header('If-None-Match', 'The tag of what is known already'),
        ],
        responses: {
          ...answer('As it is kept', kept, tag),
          '304': { description: 'As it is known already' },
          ...failures('401', '404'),
        },
      },
      put: {
        summary: `Save one of ${kind.name} as read at a version`,
        parameters: [ifMatch],
        requestBody: body(enveloped({ version }, [])),
        responses: {
          ...answer('As it is kept', kept, tag),
          ...failures('401', '404', '409', '412', '422', '428'),
        },
      },
      ...(kind.name === 'company' ? {} : { patch: putAway }),
    },
  };
}

const schemaOf = (schema: z.ZodType): Json => {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
  return rest;
};

/** How work comes in from other programs: as lines, and as mail. */
const WORK_PATHS: Readonly<Record<string, Json>> = {
  '/api/work/lines': {
    post: {
      summary: 'Take in work, each line with its site, order and visit; the same number outside is changed',
      requestBody: body({
        type: 'object',
        properties: {
          lines: { type: 'array', minItems: 1, maxItems: 500, items: schemaOf(workLine) },
        },
        required: ['lines'],
      }),
      responses: {
        ...answer('What was made, changed and left', {
          type: 'object',
          properties: {
            made: { type: 'integer' },
            changed: { type: 'integer' },
            left: { type: 'integer' },
          },
        }),
        ...failures('401', '404', '422'),
      },
    },
  },
  '/api/work/mails': {
    post: {
      summary: 'Put a mail (RFC 5322) into the mailbox; a request is made of it',
      requestBody: body(schemaOf(incomingAsk)),
      responses: {
        ...answer('Under which id it is there', {
          type: 'object',
          properties: { id: { type: 'string' }, isNew: { type: 'boolean' } },
        }),
        ...failures('401', '404', '422'),
      },
    },
  },
};

/** RFC 9457, with our own code and its facts. */
const problemSchema: Json = {
  type: 'object',
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    code: { type: 'string' },
    facts: { type: 'object' },
  },
  required: ['type', 'title', 'status', 'code'],
};

/** The interface for programs as an OpenAPI 3.1 document: follows from the registry. */
export function openApiDocument(): Json {
  const kinds: readonly ObjectKind[] = Object.values(OBJECTS);
  return {
    openapi: '3.1.0',
    info: { title: 'Lime Knot', version: '1' },
    servers: [{ url: '/' }],
    security: [{ key: [] }],
    paths: Object.assign({}, ...kinds.map(pathsOf), WORK_PATHS) as Json,
    components: {
      securitySchemes: {
        key: { type: 'http', scheme: 'bearer', description: 'A key of yours, with its scope and its end' },
      },
      schemas: { problem: problemSchema, ...Object.fromEntries(kinds.map((k) => [k.name, jsonSchemaOf(k)])) },
    },
  };
}
