import { z } from 'zod';
import { factsOf, idText, type ObjectName } from './fields';

/** How an object belongs to territories, and with that who sees it. */
export type Scope =
  | 'company'
  /** It is a territory itself. */
  | 'own'
  /** By a field of its own, or by those of a list; null there means nobody's. */
  | { readonly field: string; readonly in?: string }
  /** By that of another object which a field names. */
  | { readonly through: string; readonly object: ObjectName };

/** An object that people edit: all that lists, forms, files and documents follow from. */
export interface ObjectKind<S extends z.ZodObject = z.ZodObject> {
  readonly name: ObjectName;
  readonly schema: S;
  /** The field that names it to people. */
  readonly title: string;
  /** Text fields that a search looks through. */
  readonly search: readonly string[];
  readonly scope: Scope;
}

export function defineObject<S extends z.ZodObject>(kind: ObjectKind<S>): ObjectKind<S> {
  return kind;
}

/** What is read of any object beside its own fields. */
export interface Kept {
  readonly id: string;
  readonly version: number;
  readonly archivedAt: string | null;
}
export type ObjectValue = Kept & Readonly<Record<string, unknown>>;

export const createEnvelope = z.strictObject({ id: idText.optional(), value: z.unknown() });
export const saveEnvelope = z.strictObject({ version: z.int().min(1), value: z.unknown() });
export const archiveEnvelope = z.strictObject({ version: z.int().min(1), archived: z.boolean() });

/** What a default, a null or an absence is laid around; null where nothing is. */
export function unwrapped(schema: z.ZodType): z.ZodType | null {
  const isAround =
    schema instanceof z.ZodDefault || schema instanceof z.ZodNullable || schema instanceof z.ZodOptional;
  return isAround ? (schema.unwrap() as z.ZodType) : null;
}

/** The shape under defaults, nulls and lists. */
function inner(schema: z.ZodType): z.ZodType {
  const under = unwrapped(schema);
  return under ? inner(under) : schema;
}

function referenceOf(schema: z.ZodType): string | null {
  const under = unwrapped(schema);
  return factsOf(schema).ref ?? (under ? referenceOf(under) : null);
}

export interface Reference {
  readonly path: string;
  readonly object: string;
  readonly id: string;
}

/** Every other object that a value names, with where. */
export function referencesIn(schema: z.ZodType, value: unknown, path = ''): Reference[] {
  if (value === null || value === undefined) return [];
  const object = referenceOf(schema);
  if (object) return typeof value === 'string' ? [{ path, object, id: value }] : [];
  const shape = inner(schema);
  const under = (key: string | number): string => (path ? `${path}.${key}` : String(key));
  if (shape instanceof z.ZodObject && typeof value === 'object') {
    return Object.entries(shape.shape).flatMap(([key, field]) =>
      referencesIn(field as z.ZodType, (value as Record<string, unknown>)[key], under(key)),
    );
  }
  if (shape instanceof z.ZodArray && Array.isArray(value)) {
    return value.flatMap((item, ix) => referencesIn(shape.element as z.ZodType, item, under(ix)));
  }
  return [];
}

export type FieldForm = 'text' | 'number' | 'yes' | 'list' | 'data';

/** The top fields with what can be done with them: plain ones sort, filter and make columns of a file. */
export function fieldsOf(kind: ObjectKind): { name: string; form: FieldForm; schema: z.ZodType }[] {
  return Object.entries(kind.schema.shape).map(([name, field]) => {
    const shape = inner(field as z.ZodType);
    const form: FieldForm =
      shape instanceof z.ZodString || shape instanceof z.ZodEnum || shape instanceof z.ZodISODateTime
        ? 'text'
        : shape instanceof z.ZodISODate
          ? 'text'
          : shape instanceof z.ZodNumber
            ? 'number'
            : shape instanceof z.ZodBoolean
              ? 'yes'
              : shape instanceof z.ZodArray
                ? 'list'
                : 'data';
    return { name, form, schema: field as z.ZodType };
  });
}

export function isPlain(form: FieldForm): boolean {
  return form === 'text' || form === 'number' || form === 'yes';
}
