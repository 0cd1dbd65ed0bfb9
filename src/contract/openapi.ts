import { z } from 'zod';
import { OBJECTS } from './registry';
import type { ObjectKind } from './shared/object';

type Json = Readonly<Record<string, unknown>>;

/** The JSON Schema (2020-12) of what is sent to make or save an object. */
export function jsonSchemaOf(kind: ObjectKind): Json {
  const { $schema: _dialect, ...schema } = z.toJSONSchema(kind.schema, {
    io: 'input',
    unrepresentable: 'any',
  });
  return schema;
}

const answers = (done: string, schema: Json): Json => ({
  '200': { description: done, content: { 'application/json': { schema } } },
  '401': { description: 'Not signed in' },
  '404': { description: 'Not there, or not to be seen' },
  '409': { description: 'Somebody else was there first, or it is in use; the facts say what' },
  '422': { description: 'What was sent is not right; every problem with its field' },
});

const asked = (name: string, schema: Json): Json => ({ name, in: 'query', schema });
const body = (schema: Json): Json => ({ required: true, content: { 'application/json': { schema } } });
const version: Json = { type: 'integer', minimum: 1 };

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
  return {
    [`/api/objects/${kind.name}`]: {
      get: {
        summary: `List ${kind.name}; any plain field filters`,
        parameters: [
          asked('search', { type: 'string' }),
          asked('sort', { type: 'string' }),
          asked('archived', { type: 'boolean' }),
          asked('page', { type: 'integer', minimum: 0 }),
          asked('pageSize', { type: 'integer', minimum: 1, maximum: 500 }),
          asked('format', { type: 'string', enum: ['json', 'csv'] }),
        ],
        responses: answers('A page', listed),
      },
      post: {
        summary: `Make one of ${kind.name}`,
        requestBody: body(enveloped({ id: { type: 'string' } }, [])),
        responses: answers('As it is kept', kept),
      },
    },
    [`/api/objects/${kind.name}/{id}`]: {
      parameters: [id],
      get: {
        summary: `Read one of ${kind.name}`,
        parameters: [asked('with', { type: 'string', enum: ['history', 'uses'] })],
        responses: answers('As it is kept', kept),
      },
      put: {
        summary: `Save one of ${kind.name} as read at a version`,
        requestBody: body(enveloped({ version }, ['version'])),
        responses: answers('As it is kept', kept),
      },
      patch: {
        summary: `Put one of ${kind.name} away, or take it back`,
        requestBody: body({
          type: 'object',
          properties: { version, archived: { type: 'boolean' } },
          required: ['version', 'archived'],
        }),
        responses: answers('As it is kept', kept),
      },
    },
  };
}

/** The interface for programs as an OpenAPI 3.1 document: follows from the registry. */
export function openApiDocument(): Json {
  const kinds: readonly ObjectKind[] = Object.values(OBJECTS);
  return {
    openapi: '3.1.0',
    info: { title: 'Lime Knot', version: '1' },
    paths: Object.assign({}, ...kinds.map(pathsOf)) as Json,
    components: { schemas: Object.fromEntries(kinds.map((k) => [k.name, jsonSchemaOf(k)])) },
  };
}
