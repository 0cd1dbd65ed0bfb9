import { Validator } from '@seriousme/openapi-schema-validator';
import Ajv2020 from 'ajv/dist/2020';
import { jsonSchemaOf, openApiDocument } from '@/contract/openapi';
import { OBJECTS } from '@/contract/registry';
import type { ObjectKind } from '@/contract/shared/object';

const KINDS: readonly ObjectKind[] = Object.values(OBJECTS);

/** JSON Schema 2020-12, by an independent validator. */
describe('schemas of objects', () => {
  it.each(KINDS.map((k) => [k.name, k] as const))(
    '%s: is one, and refuses what ours refuses',
    (_name, kind) => {
      const ajv = new Ajv2020({ strict: false, validateFormats: false });
      const validate = ajv.compile(jsonSchemaOf(kind));
      expect(validate({})).toBe(kind.schema.safeParse({}).success);
      expect(validate({ moon: 1 })).toBe(false);
      expect(validate('text')).toBe(false);
    },
  );
});

describe('the interface for programs', () => {
  const document = openApiDocument() as {
    openapi: string;
    paths: Record<string, Record<string, unknown>>;
    components: { schemas: Record<string, unknown> };
  };

  it('is OpenAPI 3.1 and serves every kind of object', () => {
    expect(document.openapi).toMatch(/^3\.1\./);
    for (const { name } of KINDS) {
      // What nobody makes by a program, and what nobody puts away, is not offered.
      expect(Object.keys(document.paths[`/api/objects/${name}`]!)).toEqual(
        name === 'company' || name === 'roads' ? ['get'] : ['get', 'post'],
      );
      expect(Object.keys(document.paths[`/api/objects/${name}/{id}`]!)).toEqual(
        name === 'company' ? ['parameters', 'get', 'put'] : ['parameters', 'get', 'put', 'patch'],
      );
    }
  });

  it('is valid by an independent validator', async () => {
    const result = await new Validator().validate(structuredClone(document));
    expect([result.valid, result.errors]).toEqual([true, undefined]);
  });

  it('refers to nothing that it does not hold', () => {
    const references = [...JSON.stringify(document).matchAll(/"\$ref":"([^"]+)"/g)].map((m) => m[1]!);
    expect(references.length).toBeGreaterThan(20);
    for (const ref of references) {
      const found = ref
        .replace('#/', '')
        .split('/')
        .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], document);
      expect([ref, found === undefined]).toEqual([ref, false]);
    }
  });

  it('every parameter of a path is told', () => {
    for (const [path, item] of Object.entries(document.paths)) {
      const names = [...path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]);
      const told = ((item.parameters ?? []) as { name: string; in: string }[]).filter((p) => p.in === 'path');
      expect(told.map((p) => p.name)).toEqual(names);
    }
  });
});
